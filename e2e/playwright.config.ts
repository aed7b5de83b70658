import { readdirSync } from 'node:fs';
import { defineConfig } from '@playwright/test';
import { TEST_ZONE } from '../server/testing/now';

// Other orders than the alphabet's show that no file leans on another.
const files = readdirSync(import.meta.dirname).filter((name) => name.endsWith('.spec.ts'));
const reversed = process.env.TEST_ORDER === 'reversed';

/** The built application in Debian's Chromium; each test has a school of its own (test.ts). */
export default defineConfig({
  testDir: '.',
  outputDir: '../test-results/e2e',
  globalSetup: './warmSchool.ts',
  fullyParallel: true,
  workers: 2,
  // A second try where a busy machine was late; scripts/test.mjs names every test that needed it, as work to do.
  retries: 1,
  // The longest take a minute, and two or three times as long in a machine's slow hours; what a step may take is below.
  timeout: 180_000,
  // Small machines draw slowly while two browsers are busy.
  expect: { timeout: 20_000 },
  reporter: [['list'], ['json']],
  // Each project begins with new workers, and each worker starts a browser and a server: only for the other order.
  ...(reversed
    ? {
        projects: [...files]
          .sort()
          .reverse()
          .map((file) => ({ name: file.replace('.spec.ts', ''), testMatch: file })),
      }
    : {}),
  use: {
    // Each test is a browser of its own; only those about being offline keep the whole application in it.
    serviceWorkers: 'block',
    // As for people who ask for less motion: nothing is waited for that only moves.
    contextOptions: { reducedMotion: 'reduce' },
    viewport: { width: 1280, height: 800 },
    timezoneId: TEST_ZONE,
    launchOptions: {
      executablePath: '/usr/bin/chromium-headless-shell',
      args: [
        '--no-sandbox',
        '--disable-dev-shm-usage',
        '--disable-background-networking',
        '--disable-quic',
        '--disable-gpu',
      ],
    },
    screenshot: 'only-on-failure',
  },
});
