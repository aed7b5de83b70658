import { expect, test } from '@playwright/test';
import { ownServer } from './ownServer';
import { endDrive, enterDemo, kept, pad, startMock, tape } from './steps';

test.use({ serviceWorkers: 'allow' });

test('a whole mock without the server, from set-up to verdict, over two reloads; then both sides are equal', async ({
  browser,
}) => {
  test.setTimeout(150_000);
  const start = await ownServer('var/e2e-offline.db');
  let server = await start();
  const context = await browser.newContext({ baseURL: server.address, serviceWorkers: 'allow' });
  const page = await context.newPage();
  await enterDemo(page);
  // The day is kept once the last of the standards is.
  await expect
    .poll(
      () =>
        page.evaluate(async () => {
          const day = await caches.open('day');
          return (await day.keys()).filter(({ url }) => /standards\/[^/]+\/[\d.]+$/.test(url)).length;
        }),
      { timeout: 40_000 },
    )
    .toBeGreaterThanOrEqual(9);

  await server.kill();
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'Today', level: 1 })).toBeVisible();
  const id = await startMock(page, { learner: 'Dafydd Penhale', standard: 'Fault ceiling' });
  await pad(page, 'Looking round before moving off', 'Driving fault').click();
  await pad(page, 'Moving away under control', 'Serious fault').click();
  await expect(kept(page)).toContainText('kept here, no server');
  await page.reload();
  await expect(tape(page).getByRole('listitem')).toHaveCount(2);
  await page.getByRole('button', { name: 'Peg: something happened' }).click();
  await endDrive(page);
  const verdict = page.getByRole('region', { name: 'Verdict' });
  await expect(verdict).toContainText('Serious faults: 1, none allowed');
  await page.reload();
  await expect(verdict).toContainText('Provisional: 1 peg to sort');
  await page.getByRole('button', { name: 'Dismiss' }).click();
  // It is found again also by somebody who only opens Today.
  await page.goto('/');
  const here = page.getByRole('region', { name: 'Kept here, not yet on the server' });
  await expect(here).toContainText('Dafydd Penhale');
  await here.getByRole('link', { name: 'Open' }).click();
  await expect(verdict).toContainText('Serious faults: 1, none allowed');

  server = await start();
  await expect
    .poll(async () => (await context.request.get(`/api/v1/tests/${id}/verdict`)).json().catch(() => null), {
      timeout: 60_000,
    })
    .toMatchObject({ outcome: 'fail', counts: { driving: 1, serious: 1 }, unsorted: 0 });
  await context.close();
  await server.kill();
});

test('signing out leaves nothing of the day on the device', async ({ page }) => {
  await enterDemo(page);
  const inCache = () => page.evaluate(async () => (await (await caches.open('day')).keys()).length);
  await expect.poll(inCache, { timeout: 40_000 }).toBeGreaterThan(3);
  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page.getByRole('button', { name: 'Sign in', exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('button', { name: 'Sign in', exact: true })).toBeVisible();
  const held = await page.evaluate(async () =>
    (await (await caches.open('day')).keys()).map(({ url }) => new URL(url).pathname),
  );
  expect(held.filter((path) => !path.endsWith('/health'))).toEqual([]);
});
