import { expect, test as base, type Browser, type BrowserContext } from '@playwright/test';
import { shiftClock, TEST_NOW, TEST_ZONE } from '../server/testing/now';
import { copySchool } from '../server/testing/school';
import { startHall, startServer, type Hall, type ServerProcess } from '../server/testing/process';

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

interface Mine {
  /** How far the clock of this test is ahead, also after a reload and a restart. */
  readonly ahead: number;
  /** A server process of the test's own, which it can kill. */
  readonly ownServer: boolean;
  readonly school: School;
}

/** Every test has its own school, and begins at the same instant. Nothing of one test reaches another. */
export const test = base.extend<Mine, { readonly hall: Hall }>({
  hall: [
    // eslint-disable-next-line no-empty-pattern -- a fixture's first parameter is read for its names
    async ({}, use) => {
      const hall = startHall();
      await use(hall);
      hall.end();
    },
    { scope: 'worker' },
  ],
  // eslint-disable-next-line no-empty-pattern -- see above
  ahead: async ({}, use) => use(Date.parse(TEST_NOW) - Date.now()),
  ownServer: [false, { option: true }],
  school: async ({ browser, ahead, ownServer, hall }, use, info) => {
    const database = info.outputPath('school.db');
    const now = () => new Date(Date.now() + ahead);
    const begin = async (port: number) => startServer('demo', database, ['--port', String(port)], now());
    if (ownServer) copySchool(database, 'warm');
    let own: ServerProcess | null = ownServer ? await begin(0) : null;
    const address = own?.address ?? (await hall.open(database, now()));
    const mine = () => {
      if (own === null) throw new Error('a test that kills the server wants one of its own: ownServer');
      return own;
    };
    await use({
      address,
      kill: () => mine().kill(),
      start: async () => {
        mine();
        own = await begin(Number(new URL(address).port));
      },
      newContext: async (options = {}) => {
        const context = await browser.newContext({
          baseURL: address,
          serviceWorkers: 'block',
          timezoneId: TEST_ZONE,
          ...options,
        });
        await context.addInitScript(shiftClock, ahead);
        return context;
      },
    });
    await (own ? own.kill() : hall.close());
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
