import { chromium, type Browser, type Page } from '@playwright/test';

/** A tablet, as the bounds are meant for. */
export const VIEW = { width: 1280, height: 800 } as const;

/** Debian's Chromium without a window. Whoever opens it closes it. */
export const openBrowser = (): Promise<Browser> =>
  chromium.launch({
    executablePath: '/usr/bin/chromium-headless-shell',
    args: ['--no-sandbox', '--disable-dev-shm-usage'],
  });

/** Signs in to the demo school by its button, and waits for Today. */
export async function enterDemo(page: Page, address: string): Promise<void> {
  await page.goto(address);
  await page.getByRole('button', { name: 'Look round the demo school' }).click();
  await page.getByRole('region', { name: 'Last mocks' }).waitFor();
}
