import { type Page } from '@playwright/test';
import { enterDemo, openBrowser, VIEW } from './browser';
import { figureOf, pathText, type Figure } from './table';

const RUNS = 3;

/** Notes every stretch in which the page could not answer a touch, in milliseconds. */
const watchBlocks = () => {
  const blocks: number[] = [];
  Object.assign(window, { blocks });
  new PerformanceObserver((list) => {
    for (const { duration } of list.getEntries()) blocks.push(duration);
  }).observe({ type: 'longtask', buffered: true });
};

/**
 * Pages as a person opens them in Chromium: until their main content shows, and the longest time that the page could
 * not answer a touch; then what it holds.
 *
 * @param pages address of each, and words that only its main content has
 */
export async function heavyPages(
  address: string,
  pages: readonly (readonly [path: string, words: RegExp])[],
): Promise<readonly Figure[]> {
  const browser = await openBrowser();
  try {
    const page = await browser.newPage({ viewport: VIEW, serviceWorkers: 'block' });
    const inspector = await page.context().newCDPSession(page);
    await inspector.send('Performance.enable');
    const held = async () => {
      await inspector.send('HeapProfiler.collectGarbage');
      const { metrics } = await inspector.send('Performance.getMetrics');
      return (metrics.find(({ name }) => name === 'JSHeapUsedSize')?.value ?? Number.NaN) / 1e6;
    };
    await page.addInitScript(watchBlocks);
    await enterDemo(page, address);
    const figures: Figure[] = [];
    for (const [path, words] of pages) {
      const [shown, blocked]: [number[], number[]] = [[], []];
      for (let n = 0; n < RUNS; n += 1) {
        const began = performance.now();
        await page.goto(`${address}${path}`);
        await page.getByRole('main').getByText(words).first().waitFor();
        shown.push(performance.now() - began);
        blocked.push(await longestBlock(page));
      }
      const what = pathText(path);
      figures.push(figureOf(`${what}, shown`, shown, 'under 1 s'));
      figures.push(figureOf(`${what}, longest block`, blocked, 'under 1 s'));
      const megabytes = `${(await held()).toFixed(0)} MB`;
      figures.push({ what: `${what}, memory`, median: megabytes, p95: megabytes, bound: 'under 200 MB' });
    }
    return figures;
  } finally {
    await browser.close();
  }
}

/** Waits until the page rests, and tells its longest block. */
async function longestBlock(page: Page): Promise<number> {
  await page.waitForLoadState('networkidle');
  await page.waitForTimeout(1_500);
  return page.evaluate(() => Math.max(0, ...(window as unknown as { blocks: number[] }).blocks));
}
