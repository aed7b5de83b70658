import { expect, test } from './test';
import { endDrive, enterDemo, kept, pad, startMock, tape } from './steps';

// The server is killed here.
test.use({ ownServer: true });

test('marks made while the server is dead are kept here, and reach it when it is back', async ({
  page,
  context,
  school,
}) => {
  const id = await startMock(page, { learner: 'Dafydd Penhale', standard: 'Fault ceiling' });
  await pad(page, 'Looking round before moving off', 'Driving fault').click();
  await expect(kept(page)).toContainText('All saved here and on the server');

  await school.kill();
  await pad(page, 'Moving away under control', 'Driving fault').click();
  await pad(page, 'Moving away under control', 'Serious fault').click();
  await expect(kept(page)).toContainText('2 saved here, no server');
  await endDrive(page);
  await expect(page.getByRole('region', { name: 'Verdict' })).toContainText(
    'Serious faults: 1, none allowed',
  );

  await school.start();
  await expect
    .poll(async () => (await context.request.get(`/api/v1/mocks/${id}/verdict`)).json().catch(() => null), {
      timeout: 40_000,
    })
    .toMatchObject({ outcome: 'fail', counts: { driving: 2, serious: 1 } });

  // And all is found again in a browser that never saw the drive.
  const elsewhere = await (await school.newContext()).newPage();
  await enterDemo(elsewhere);
  await elsewhere.goto(`/mocks/${id}`);
  await expect(elsewhere.getByRole('region', { name: 'Verdict' })).toContainText(
    'Serious faults: 1, none allowed',
  );
});

test('the verdict stands although what belongs to it can’t be loaded, which is asked for again', async ({
  page,
  context,
}) => {
  await context.route('**/Talk-*.js', (route) => route.abort());
  await startMock(page, { learner: 'Dafydd Penhale', standard: 'Fault ceiling' });
  await pad(page, 'Moving away under control', 'Serious fault').click();
  await endDrive(page);
  await expect(page.getByRole('region', { name: 'Verdict' })).toContainText(
    'Serious faults: 1, none allowed',
  );
  const missing = page.getByRole('alert').filter({ hasText: 'What to talk about couldn’t be loaded' });
  await expect(missing).toBeVisible();
  await context.unroute('**/Talk-*.js');
  await missing.getByRole('button', { name: 'Try again' }).click();
  await expect(missing).toBeHidden();
  await expect(page.getByRole('heading', { name: /to work on$/ })).toBeVisible();
});

test('marks survive a reload before they were sent', async ({ page, context }) => {
  const id = await startMock(page, { learner: 'Wanjiru Kamande', standard: 'Fault ceiling' });
  await expect(kept(page)).toContainText('Server answers');
  await context.route('**/events**', (route) => route.abort());
  await pad(page, 'Looking round before moving off', 'Dangerous fault').click();
  await expect(kept(page)).toContainText('1 saved here');
  await page.reload();
  await expect(tape(page).getByRole('listitem')).toHaveCount(1);
  await expect(kept(page)).toContainText('1 saved here');
  await context.unroute('**/events**');
  await page.reload();
  await expect(kept(page)).toContainText('All saved here and on the server');
  const verdict = await page.request.get(`/api/v1/mocks/${id}/verdict`);
  expect(await verdict.json()).toMatchObject({ counts: { dangerous: 1 } });
});
