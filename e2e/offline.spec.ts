import { appendFileSync, readFileSync, writeFileSync } from 'node:fs';
import { expect, test } from './test';
import { endDrive, enterDemo, kept, pad, startByClicks, tape } from './steps';

test.use({ ownServer: true, serviceWorkers: 'allow' });

test('a whole mock without the server, from set-up to verdict, over two reloads; then both sides are equal', async ({
  page,
  context,
  school,
}) => {
  await enterDemo(page);
  const old = page.getByText('As the server last sent it on');
  await expect(page.getByRole('region', { name: 'Last mocks' })).toBeVisible();
  await expect(old).toBeHidden();
  // What this mock needs is kept: its standard, its route, and where faults gather.
  await expect
    .poll(
      () =>
        page.evaluate(async () => {
          const day = await caches.open('day');
          const urls = (await day.keys()).map(({ url }) => url);
          return [/standards\/fault-ceiling\/[\d.]+$/, /routes\/ostrey$/, /hot-spots\?/].every((one) =>
            urls.some((url) => one.test(url)),
          );
        }),
      { timeout: 40_000 },
    )
    .toBe(true);

  await school.kill();
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'Today', level: 1 })).toBeVisible();
  await expect(old).toBeVisible();
  const id = await startByClicks(page, {
    learner: 'Dafydd Penhale',
    standard: 'Fault ceiling',
    route: 'Ostrey lanes',
  });
  // The route is there too, with what is known of its places.
  await expect(page.getByRole('region', { name: 'Route: Ostrey lanes' })).toContainText('yd');
  await pad(page, 'Looking round before moving off', 'Driving fault').click();
  await pad(page, 'Moving away under control', 'Serious fault').click();
  await expect(kept(page)).toContainText('saved here, no server');
  await page.reload();
  await expect(tape(page).getByRole('listitem')).toHaveCount(2);
  await page.getByRole('button', { name: 'Flag: something happened' }).click();
  await endDrive(page);
  const verdict = page.getByRole('region', { name: 'Verdict' });
  await expect(verdict).toContainText('Serious faults: 1, none allowed');
  await page.reload();
  await expect(verdict).toContainText('Provisional: 1 flag to sort');
  await page.getByRole('button', { name: 'Dismiss' }).click();
  // It is found again also by somebody who only opens Today.
  await page.goto('/');
  const here = page.getByRole('region', { name: 'Saved here, not yet on the server' });
  await expect(here).toContainText('Dafydd Penhale');
  await here.getByRole('link', { name: 'Open' }).click();
  await expect(verdict).toContainText('Serious faults: 1, none allowed');

  await school.start();
  await expect
    .poll(async () => (await context.request.get(`/api/v1/mocks/${id}/verdict`)).json().catch(() => null), {
      timeout: 60_000,
    })
    .toMatchObject({ outcome: 'fail', counts: { driving: 1, serious: 1 }, unsorted: 0 });
});

test('the figures to explain at the roadside are there without the server', async ({ page, school }) => {
  await enterDemo(page);
  await expect
    .poll(
      () =>
        page.evaluate(async () => {
          const urls = (await (await caches.open('day')).keys()).map(({ url }) => url);
          return ['/school', '/routes', '/session'].every((one) => urls.some((url) => url.endsWith(one)));
        }),
      { timeout: 40_000 },
    )
    .toBe(true);
  await school.kill();
  await page.goto('/figures/amber');
  await expect(page.getByRole('status').first()).toContainText('the point of no return is 43 m (47 yd)');
  // The chart comes too.
  await expect(page.getByText('Distance to the line, m')).toBeVisible();
  await page.getByRole('tab', { name: 'Timers' }).click();
  await page.getByRole('button', { name: 'First glance' }).click();
  await expect(page.getByText('One glance so far.')).toBeVisible();
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

test('a new version of the application is told, and comes when it is asked for', async ({ page }) => {
  await enterDemo(page);
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  const notice = page.getByText('A new version of Jasperwren is ready');
  await expect(notice).toBeHidden();
  const file = new URL('../dist/web/service-worker.js', import.meta.url);
  const before = readFileSync(file, 'utf8');
  try {
    appendFileSync(file, '\n// a later build\n');
    await page.evaluate(async () => (await navigator.serviceWorker.getRegistration())?.update());
    await expect(notice).toBeVisible();
    await page.getByRole('button', { name: 'Use it now' }).click();
    // The old version first answers what it is asked already.
    await expect(notice).toBeHidden({ timeout: 45_000 });
    await expect(page.getByRole('heading', { name: 'Today', level: 1 })).toBeVisible();
  } finally {
    writeFileSync(file, before);
  }
});
