import type { Page } from '@playwright/test';

/** Begins to note how long it takes from one frame of a page to the next. */
export async function startFrames(page: Page): Promise<void> {
  // As text: what runs the benches gives functions names that a page does not know.
  await page.evaluate(`(() => {
    window.frameTimes = [];
    let last = performance.now();
    const tick = (now) => { window.frameTimes.push(now - last); last = now; requestAnimationFrame(tick); };
    requestAnimationFrame(tick);
  })()`);
}

/** Milliseconds of each frame since. */
export const takeFrames = (page: Page): Promise<number[]> =>
  page.evaluate(() => {
    const { frameTimes } = window as unknown as { frameTimes: number[] };
    return frameTimes.splice(0).slice(3);
  });
