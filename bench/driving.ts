import { type Page } from '@playwright/test';
import { scratchFolder, startServer } from '../server/testing';
import { startFrames, takeFrames } from './frames';
import { enterDemo, openBrowser, VIEW } from './browser';
import { figureOf, type Figure } from './table';

/** Seconds at the wheel. */
const SECONDS = 20;

/** From one frame to the next while a combination is driven over the course with the most on it. */
export async function driving(): Promise<Figure[]> {
  const folder = scratchFolder();
  const server = await startServer('demo', folder.path('bench.db'));
  const browser = await openBrowser();
  try {
    const page = await browser.newPage({ viewport: VIEW, serviceWorkers: 'block' });
    await enterDemo(page, server.address);
    await page.goto(`${server.address}/yard/drive?course=long-reversing-area&vehicle=hatchback-trailer`);
    const ghost = page.getByLabel('Show the planned way');
    await ghost.waitFor();
    // The planner would take the second core.
    await page.waitForFunction(
      () =>
        !document.querySelector<HTMLInputElement>('input[role="switch"], input[type="checkbox"]')?.disabled,
      null,
      { timeout: 120_000 },
    );
    await ghost.check();
    await page.getByRole('button', { name: 'Start', exact: true }).click();
    const above = await framesDriven(page);
    await page.getByRole('button', { name: 'Start again' }).click();
    await page.getByRole('button', { name: 'From the seat' }).click();
    await page.locator('canvas[data-state="shown"]').waitFor();
    await page.getByRole('button', { name: 'Start', exact: true }).click();
    const seat = await framesDriven(page);
    return [
      figureOf(`a frame while driving with a trailer (${above.length})`, above, '60 frames a second'),
      figureOf(`the same from the seat, with three mirrors (${seat.length})`, seat, 'none'),
    ];
  } finally {
    await browser.close();
    await server.kill();
    folder.remove();
  }
}

/** Drives forward in curves, and notes the frames. */
async function framesDriven(page: Page): Promise<number[]> {
  await startFrames(page);
  await page.keyboard.down('ArrowUp');
  for (let n = 0; n < SECONDS; n += 1) {
    const key = n % 4 < 2 ? 'ArrowLeft' : 'ArrowRight';
    await page.keyboard.down(key);
    await page.waitForTimeout(300);
    await page.keyboard.up(key);
    await page.waitForTimeout(700);
  }
  await page.keyboard.up('ArrowUp');
  return takeFrames(page);
}
