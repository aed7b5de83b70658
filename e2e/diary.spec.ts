import { expect, test } from './test';
import { accessible, pickLearner, signInToDemo } from './steps';

test('a lesson repeats over the change of the clocks, is dragged to another day and hour, and goes back', async ({
  page,
}) => {
  await signInToDemo(page);
  // In London the clocks go forward on Sunday 30 March 2031.
  await page.goto('/diary?view=week&day=2031-03-18&who=mine');
  await page.getByRole('button', { name: 'Add to diary' }).click();
  const dialog = page.getByRole('dialog');
  await pickLearner(dialog.getByRole('combobox', { name: 'Learner' }), 'Ines Tavarro');
  await dialog.getByLabel('Repeat').click();
  await page.getByRole('option', { name: 'Every week' }).click();
  await dialog.getByLabel('How many times').fill('3,5');
  await expect(dialog.getByText('A whole number from 2 to 60.')).toBeVisible();
  await dialog.getByLabel('How many times').fill('3');
  await expect(dialog.getByRole('status')).toHaveText(
    'The last one is on Tue 1 Apr. The clocks change before Tue 1 Apr; the lessons stay at 09:00.',
  );
  await accessible(page, 'a repeated lesson');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog).toBeHidden();
  const entry = page.getByRole('button', { name: /Ines Tavarro/ });
  await expect(entry).toContainText('09:00');
  for (const week of ['2031-03-25', '2031-04-01']) {
    await page.getByRole('button', { name: 'Later' }).click();
    // Until then the entry is still that of the week before.
    await expect(page).toHaveURL(new RegExp(week));
    await expect(entry).toContainText('09:00');
  }

  const box = await entry.boundingBox();
  if (!box) throw new Error('the entry is nowhere');
  const [x, y] = [box.x + box.width / 2, box.y + 12];
  await page.mouse.move(x, y);
  await page.mouse.down();
  // One column on, and an hour and a half later: 58 px are an hour.
  await page.mouse.move(x + 40, y + 20, { steps: 4 });
  await page.mouse.move(x + box.width + 4, y + 87, { steps: 8 });
  await page.mouse.up();
  const note = page.getByRole('status').filter({ hasText: 'Ines Tavarro' });
  await expect(note).toContainText('Ines Tavarro: moved to Wed 2 Apr, 10:30.');
  await expect(entry).toContainText('10:30');
  await accessible(page, 'the diary after a move');
  await note.getByRole('button', { name: 'Undo' }).click();
  await expect(note).toContainText('is back at Tue 1 Apr, 09:00.');
  await expect(entry).toContainText('09:00');

  // An hour that is not on that day is told before anything is saved.
  await entry.click();
  await dialog.getByLabel('Day').fill('2031-03-30');
  await dialog.getByLabel('From').fill('01:30');
  await expect(dialog.getByRole('alert')).toContainText(
    'There is no 01:30 on Sun 30 Mar: the clocks go forward.',
  );
});

test('a repeated lesson is changed and deleted from one week on, and comes back', async ({ page }) => {
  await signInToDemo(page);
  await page.goto('/diary?view=week&day=2031-03-18&who=mine');
  await page.getByRole('button', { name: 'Add to diary' }).click();
  const dialog = page.getByRole('dialog');
  await pickLearner(dialog.getByRole('combobox', { name: 'Learner' }), 'Ines Tavarro');
  await dialog.getByLabel('Repeat').click();
  await page.getByRole('option', { name: 'Every week' }).click();
  await dialog.getByLabel('How many times').fill('4');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog).toBeHidden();
  const entry = page.getByRole('button', { name: /Ines Tavarro/ });
  const later = page.getByRole('button', { name: 'Later' });
  const earlier = page.getByRole('button', { name: 'Earlier' });

  // From the second week on, over the change of the clocks: a day later, at another hour.
  await later.click();
  await entry.click();
  await dialog.getByLabel('Change or delete').click();
  await page.getByRole('option', { name: 'This and the 2 later ones' }).click();
  await expect(dialog.getByText('The last one is on Tue 8 Apr.')).toBeVisible();
  await dialog.getByLabel('Day').fill('2031-03-26');
  await dialog.getByLabel('From').fill('14:15');
  await accessible(page, 'a series changed');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog).toBeHidden();
  await expect(entry).toContainText('14:15');
  await later.click();
  await expect(entry).toContainText('14:15');
  await later.click();
  await expect(entry).toContainText('14:15');
  await earlier.click();
  await earlier.click();
  await earlier.click();
  await expect(entry).toContainText('09:00');

  await later.click();
  await entry.click();
  await dialog.getByLabel('Change or delete').click();
  await page.getByRole('option', { name: 'This and the 2 later ones' }).click();
  await dialog.getByRole('button', { name: 'Delete' }).click();
  const note = page.getByRole('status').filter({ hasText: 'Ines Tavarro' });
  await expect(note).toContainText('Wed 26 Mar 14:15 and 2 later: deleted.');
  await expect(entry).toHaveCount(0);
  await note.getByRole('button', { name: 'Undo' }).click();
  await expect(note).toContainText('is back in the diary.');
  await expect(entry).toContainText('14:15');
  await later.click();
  await later.click();
  await expect(entry).toContainText('14:15');
});
