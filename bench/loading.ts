import { type BrowserContext, type Page } from '@playwright/test';
import { API } from '../contract';
import { demoMock, scratchFolder, startServer } from '../server/testing';
import { enterDemo, openBrowser, VIEW } from './browser';
import { figureOf, type Figure } from './table';

const RUNS = 5;

/** What the first page brings over the line, and how soon one can mark where nobody answers. */
export async function loading(): Promise<readonly Figure[]> {
  const folder = scratchFolder();
  const server = await startServer('demo', folder.path('loading.db'));
  const browser = await openBrowser();
  try {
    const { mock } = await demoMock(server);
    const context = await browser.newContext({ viewport: VIEW });
    const page = await context.newPage();
    await enterDemo(page, server.address);
    const marking = `${server.address}/mocks/${mock}/marking`;
    // What the service worker fetches in the background, for the day without the server, is no part of the first page.
    const fresh = await browser.newContext({ viewport: VIEW, serviceWorkers: 'block' });
    const weight = await firstLoad(fresh, server.address);
    // The drive has come to this browser, and so has the whole application.
    await page.goto(marking);
    await readyToMark(page);
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => null));
    await page.waitForLoadState('networkidle');
    await context.setOffline(true);
    const times: number[] = [];
    for (let n = 0; n < RUNS; n += 1) {
      const began = performance.now();
      await page.goto(marking);
      await readyToMark(page);
      times.push(performance.now() - began);
    }
    return [weight, figureOf('the marking screen ready, without the server', times, 'under 1 s')];
  } finally {
    await browser.close();
    await server.kill();
    folder.remove();
  }
}

const readyToMark = (page: Page): Promise<void> => page.locator('[data-pad]').first().waitFor();

/** All that comes for Today, as it goes over the line without its headers, for somebody who is signed in and has nothing of it yet. */
async function firstLoad(context: BrowserContext, address: string): Promise<Figure> {
  await context.request.post(`${address}${API}/session/demo`);
  const page = await context.newPage();
  const session = await context.newCDPSession(page);
  await session.send('Network.enable');
  const [heads, bytes] = [
    new Map<string, { readonly kind: string; readonly head: number }>(),
    new Map<string, number>(),
  ];
  session.on('Network.responseReceived', ({ requestId, type, response }) =>
    heads.set(requestId, { kind: type, head: response.encodedDataLength }),
  );
  session.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    const { kind, head } = heads.get(requestId) ?? { kind: 'other', head: 0 };
    bytes.set(kind, (bytes.get(kind) ?? 0) + encodedDataLength - head);
  });
  await page.goto(address);
  await page.getByRole('region', { name: 'Last mocks' }).waitFor();
  await page.waitForLoadState('networkidle');
  const kilobytes = (of: number) => `${(of / 1_000).toFixed(0)} kB`;
  const all = [...bytes.values()].reduce((sum, one) => sum + one, 0);
  const parts = [...bytes].map(([kind, of]) => `${kind.toLowerCase()} ${kilobytes(of)}`).join(', ');
  return {
    what: `first load of Today (${parts})`,
    median: kilobytes(all),
    p95: kilobytes(all),
    bound: 'scripts under 250 kB without headers',
  };
}
