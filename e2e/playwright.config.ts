import { defineConfig } from '@playwright/test';

export const PORT = 4899;

/** The built application with its demo school, in Debian's Chromium. */
export default defineConfig({
  testDir: '.',
  outputDir: '../test-results/e2e',
  fullyParallel: true,
  workers: 2,
  retries: 0,
  timeout: 120_000,
  // Small machines draw slowly while two browsers are busy.
  expect: { timeout: 10_000 },
  reporter: [['list'], ['json']],
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    // Each test is a browser of its own; only those about being offline keep the whole application in it.
    serviceWorkers: 'block',
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: ['--no-sandbox', '--disable-dev-shm-usage', '--disable-background-networking', '--disable-quic'],
    },
    screenshot: 'only-on-failure',
    trace: 'retain-on-failure',
  },
  webServer: {
    command: `node dist/server/main.js demo --fresh --port ${PORT} --database var/e2e.db`,
    cwd: '..',
    url: `http://127.0.0.1:${PORT}/api/v1/health`,
    reuseExistingServer: false,
  },
});
