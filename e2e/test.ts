import { createServer } from 'node:net';
import { expect, test as base, type Browser, type BrowserContext } from '@playwright/test';
import { shiftClock, TEST_NOW, TEST_ZONE } from '../server/testing/now';
import { startServer, type ServerProcess } from '../server/testing/process';

/** A demo school of a test's own, whose server it may kill and start again at the same address. */
export interface School {
  readonly address: string;
  readonly kill: () => Promise<void>;
  readonly start: () => Promise<void>;
  /** A browser that never saw the school, such as another device. */
  readonly newContext: (options?: ContextOptions) => Promise<BrowserContext>;
}

type ContextOptions = Pick<
  NonNullable<Parameters<Browser['newContext']>[0]>,
  'viewport' | 'colorScheme' | 'serviceWorkers' | 'permissions' | 'geolocation'
>;

/** Every test has its own school, and begins at the same instant. Nothing of one test reaches another. */
export const test = base.extend<{ ahead: number; school: School }>({
  // How far the clock of this test is ahead, also after a reload and a restart.
  // eslint-disable-next-line no-empty-pattern -- a fixture's first parameter is read for its names
  ahead: async ({}, use) => use(Date.parse(TEST_NOW) - Date.now()),
  school: async ({ browser, ahead }, use, info) => {
    const database = info.outputPath('school.db');
    const port = await freePort();
    const now = () => new Date(Date.now() + ahead);
    const begin = () => startServer('demo', database, ['--port', String(port)], now());
    let server: ServerProcess = await begin();
    await use({
      address: server.address,
      kill: () => server.kill(),
      start: async () => {
        server = await begin();
      },
      newContext: async (options = {}) => {
        const context = await browser.newContext({
          baseURL: server.address,
          serviceWorkers: 'block',
          timezoneId: TEST_ZONE,
          ...options,
        });
        await context.addInitScript(shiftClock, ahead);
        return context;
      },
    });
    await server.kill();
  },
  baseURL: async ({ school }, use) => use(school.address),
  context: async ({ context, ahead }, use) => {
    await context.addInitScript(shiftClock, ahead);
    await use(context);
  },
});

export { expect };

/** The day on which tests begin, and days from it: `2026-11-18`. */
export const dayFrom = (days: number): string =>
  new Date(Date.parse(TEST_NOW) + days * 86_400_000).toISOString().slice(0, 10);

function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const address = probe.address();
      probe.close(() => resolve(typeof address === 'object' && address ? address.port : 0));
    });
  });
}
