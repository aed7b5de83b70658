import { expect, test } from './test';
import { accessible, endDrive, pad, signInToDemo, startMock } from './steps';

test('a mock is put right afterwards: a mark added, another changed, moved to the right learner, deleted and brought back', async ({
  page,
}) => {
  const id = await startMock(page, { learner: 'Nils Askeby', standard: 'Fault ceiling' });
  await pad(page, 'Moving away under control', 'Driving fault').click();
  await endDrive(page);

  const marks = page.getByRole('region', { name: 'Marks', exact: true });
  await marks.getByRole('button', { name: 'Change Moving away under control' }).click();
  const change = page.getByRole('dialog', { name: 'Change “Moving away under control”' });
  await change.getByLabel('What').fill('giving way');
  await page.getByRole('option', { name: 'Giving way' }).first().click();
  await change.getByLabel('How grave').click();
  await page.getByRole('option', { name: 'Serious fault' }).click();
  await change.getByLabel('Note, for instructors only').fill('The van from the right.');
  await accessible(page, 'changing a mark');
  await change.getByRole('button', { name: 'Save' }).click();
  await expect(change).toBeHidden();
  await expect(marks.getByText('Giving way', { exact: true })).toBeVisible();
  await expect(marks.getByText('Moving away under control')).toHaveCount(0);
  await expect(page.getByRole('region', { name: 'Verdict' })).toContainText(
    'Serious faults: 1, none allowed',
  );

  await page.getByRole('link', { name: 'Report' }).click();
  const table = page.getByRole('region', { name: 'All marks and events' });
  await expect(table).toContainText('The van from the right.');
  await table.getByRole('button', { name: 'Add a mark' }).click();
  const add = page.getByRole('dialog', { name: 'Add a mark' });
  await add.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(add.getByText('Choose what it was.')).toBeVisible();
  await add.getByLabel('What').fill('Moving away');
  await page.getByRole('option', { name: 'Moving away under control' }).click();
  await add.getByLabel('When').fill('9:00:00');
  await add.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(add.getByRole('alert')).toContainText('before the start or after the end of the drive');
  await add.getByLabel('When').fill('0:00:00');
  await add.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(add).toBeHidden();
  await expect(table.getByRole('row', { name: /Moving away under control/ })).toBeVisible();

  await page.getByRole('button', { name: 'Edit', exact: true }).click();
  const edit = page.getByRole('dialog', { name: 'Edit this mock' });
  await edit.getByLabel('Learner').fill('Bram');
  await page.getByRole('option', { name: 'Bram Oosterwal' }).click();
  await expect(edit.getByRole('status')).toContainText('moves from Nils Askeby to Bram Oosterwal');
  await edit.getByLabel('Note, for instructors only').fill('Wrong name at first.');
  await accessible(page, 'editing a mock');
  await edit.getByRole('button', { name: 'Save' }).click();
  await expect(edit).toBeHidden();
  await expect(page.getByRole('heading', { name: 'Bram Oosterwal', level: 1 })).toBeVisible();
  await expect(page.getByText('Wrong name at first.')).toBeVisible();

  // Another device that had it open sees the new name too.
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Bram Oosterwal', level: 1 })).toBeVisible();

  await page.getByRole('button', { name: 'Edit', exact: true }).click();
  await edit.getByRole('button', { name: 'Delete', exact: true }).click();
  await edit.getByRole('button', { name: 'Delete it' }).click();
  await expect(page.getByRole('heading', { name: 'Deleted mocks' })).toBeVisible();
  const bin = page.getByRole('list', { name: 'Deleted mocks' });
  await expect(bin.getByRole('listitem')).toHaveCount(1);
  await accessible(page, 'deleted mocks');
  await page.goto('/mocks?search=Bram');
  await expect(page.getByRole('list', { name: 'Mocks' }).getByRole('listitem').first()).toBeVisible();
  await expect(page.locator(`a[href*="${id}"]`)).toHaveCount(0);
  await page.goto('/mocks/bin');
  await bin.getByRole('button', { name: 'Bring back' }).click();
  await expect(page.getByText('No deleted mocks')).toBeVisible();
  await page.goto('/mocks?search=Bram');
  await expect(page.locator(`a[href*="${id}"]`).first()).toBeVisible();
});

test('a trainee’s report says that a trainee marked it', async ({ page }) => {
  await signInToDemo(page);
  const answer = await page.request.post('/api/v1/session', {
    data: { name: 'Noor Castellane', passphrase: 'wren at the window' },
  });
  expect(answer.ok()).toBe(true);
  await page.goto('/learners?sort=name');
  await page.getByRole('link', { name: 'Start a mock with Hamza Belkadi' }).click();
  await page.getByRole('button', { name: 'Start the mock with Hamza Belkadi' }).click();
  await expect(page.getByRole('timer')).toBeVisible();
  await page.locator('[data-pad] button').first().click();
  await endDrive(page);
  await page.getByRole('link', { name: 'Report' }).click();
  await expect(page.getByText('Noor Castellane (trainee instructor)')).toBeVisible();
});

test('a goal of a debrief is shown at the next set-up and on the marking screen, and is ticked off', async ({
  page,
}) => {
  await startMock(page, { learner: 'Nils Askeby', standard: 'Fault ceiling' });
  await pad(page, 'Moving away under control', 'Driving fault').click();
  await endDrive(page);
  const goals = page.getByRole('region', { name: 'Goals for the next lesson' });
  await goals.getByLabel('Another goal').fill('Look over the shoulder every time');
  await goals.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(goals.getByText('Look over the shoulder every time')).toBeVisible();

  await page.getByRole('link', { name: 'Learner', exact: true }).click();
  await expect(goals.getByLabel('Look over the shoulder every time')).toBeVisible({ timeout: 20_000 });
  await page.getByRole('link', { name: 'Start a mock' }).click();
  await expect(page.getByText('Goal: Look over the shoulder every time')).toBeVisible();
  await page.getByRole('button', { name: 'Start the mock with Nils Askeby' }).click();
  await expect(page.getByText('Goal: Look over the shoulder every time')).toBeVisible();
  await pad(page, 'Moving away under control', 'Driving fault')
    .or(page.locator('[data-pad] button'))
    .first()
    .click();
  await endDrive(page);
  const before = page.getByRole('region', { name: 'Goals from before' });
  // Reached, it leaves the list.
  await before.getByLabel('Look over the shoulder every time').click();
  await expect(before.getByText('All goals are reached.')).toBeVisible();
  await before.getByLabel('Show 1 reached').check();
  await expect(before.getByText(/^Reached .*Maren Holtby$/)).toBeVisible();
});
