import { expect, test } from './test';
import { endDrive, pad, startMock, tape } from './steps';

test('a timed yard: its clock, its readings, and the limit that ends it', async ({ page }) => {
  await startMock(page, { learner: 'Yuto Hasebe', standard: 'Timed yard' });
  // Nothing of the road: no stages of it, no ribbon, no drive plan.
  await expect(page.getByRole('navigation', { name: 'Stages' })).toBeHidden();
  await expect(page.getByRole('region', { name: /^Route/ })).toBeHidden();
  const limits = page.getByRole('region', { name: 'Limits' });

  // Outside a manoeuvre no limit counts a demerit: that is said at once.
  await page.getByRole('button', { name: 'Looking', exact: true }).click();
  await pad(page, 'Mirror missed', 'Demerit').click();
  const nowhere = page.getByRole('status').filter({ hasText: 'counts in no limit' });
  await expect(nowhere).toContainText('Mirror missed, demerit');
  await page.getByRole('button', { name: 'Start a manoeuvre' }).click();
  await page.getByRole('button', { name: /^Garage bay/ }).click();
  const panel = page.getByRole('region', { name: 'Manoeuvre: Garage bay, 90 degrees' });
  await expect(panel.getByRole('timer')).toContainText('of 180 s');
  await nowhere.getByRole('button', { name: 'Count it for Garage bay, 90 degrees' }).click();
  await expect(nowhere).toBeHidden();
  // The limits of the manoeuvre under way are there, its time counting down.
  await expect(limits).toContainText('This manoeuvre');
  await expect(limits.getByText('Seconds', { exact: true })).toBeVisible();
  await expect(limits).toContainText('of 180 s used');
  await panel.getByRole('button', { name: 'Clock: reverse gear' }).click();
  await expect(panel.getByRole('button', { name: 'Clock: reverse gear' })).toBeHidden();

  await page.getByRole('button', { name: 'Looking', exact: true }).click();
  for (let n = 0; n < 2; n += 1) await pad(page, 'Mirror missed', 'Demerit').click();
  await expect(limits.getByText('Points', { exact: true })).toBeVisible();
  await expect(limits).toContainText('6, at most 5');
  await expect(limits).toContainText('1over');

  await panel.getByRole('button', { name: /^Roll-back/ }).click();
  await page.getByRole('textbox', { name: 'Roll-back' }).fill('abc');
  await expect(page.getByRole('button', { name: 'Save this reading' })).toBeDisabled();
  await page.getByRole('textbox', { name: 'Roll-back' }).fill('20');
  await page.getByRole('button', { name: '+10' }).click();
  await page.getByRole('button', { name: 'Save this reading' }).click();
  const ended = page.getByRole('alert').filter({ hasText: 'The standard ends the test here.' });
  await expect(ended).toContainText('Rolled back 30 cm or more. This fault ends the test at once.');
  await panel.getByRole('button', { name: 'Done' }).click();
  await expect(panel).toBeHidden();
  await endDrive(page);
  const verdict = page.getByRole('region', { name: 'Verdict' });
  await expect(verdict).toContainText('Ended early');
  // The reading itself became an ending mark.
  await expect(verdict).toContainText('Ending faults: 1, none allowed');
});

test('attempts and movements are counted by side, and the next manoeuvre due offers itself', async ({
  page,
}) => {
  await startMock(page, { learner: 'Hamza Belkadi', standard: 'Attempts and movements yard' });
  const begin = async (name: RegExp) => {
    await page.getByRole('button', { name: 'Start a manoeuvre' }).click();
    await page.getByRole('button', { name }).click();
  };
  await begin(/^Alley docking, left/);
  const panel = page.getByRole('region', { name: /^Manoeuvre: / });
  await expect(panel.getByRole('button', { name: /^Attempt/ })).toContainText('1');
  await panel.getByRole('button', { name: /^Attempt/ }).click();
  await panel.getByRole('button', { name: 'Done' }).click();
  await page.getByRole('button', { name: 'Start a manoeuvre' }).click();
  await expect(page.getByRole('button', { name: /^Alley docking, left/ })).toContainText('done once');
  await page.getByRole('button', { name: /^Parallel park, right/ }).click();
  const limits = page.getByRole('region', { name: 'Limits' });
  await expect(limits.getByText('Movements, attempt 1', { exact: true })).toBeVisible();
  for (let n = 0; n < 4; n += 1) await panel.getByRole('button', { name: /^Movement/ }).click();
  // A limit of the manoeuvre ended it: its own reason is given.
  await expect(page.getByRole('alert')).toContainText(
    'The standard ends the test here. A fourth movement in one attempt is not allowed.',
  );
  await expect(tape(page)).toContainText('Nothing marked yet');
  await endDrive(page);
  await expect(page.getByRole('region', { name: 'Verdict' })).toContainText(
    'Movements: Parallel park, right, attempt 1: 4, at most 3',
  );
});
