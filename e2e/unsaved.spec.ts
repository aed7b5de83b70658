import type { Page } from '@playwright/test';
import { expect, test } from './test';
import { accessible, signInToDemo } from './steps';

const asked = (page: Page) => page.getByRole('dialog', { name: 'Leave without saving?' });
const map = (page: Page) => page.getByRole('application', { name: /^Map/ });

test('a route that is drawn outlives a reload; leaving it asks first, and then gives it up', async ({
  page,
}) => {
  await signInToDemo(page);
  await page.goto('/routes');
  await page.getByRole('link', { name: 'Draw one' }).click();
  await expect(map(page)).toBeVisible();
  const box = await map(page).boundingBox();
  if (!box) throw new Error('no map');
  const status = page.getByRole('status').filter({ hasText: /min|Click where|Finding/ });
  await page.mouse.click(box.x + 0.4 * box.width, box.y + 0.4 * box.height);
  await expect(page.getByRole('button', { name: 'Start', exact: true }).first()).toBeVisible();
  await page.mouse.click(box.x + 0.6 * box.width, box.y + 0.5 * box.height);
  await expect(status).toContainText('min');
  const length = await status.textContent();
  await page.getByLabel('Name of the route').fill('Half drawn');
  await page.reload();
  await expect(page.getByText('Unsaved changes from before are still on this device.')).toBeVisible();
  await expect(page.getByLabel('Name of the route')).toHaveValue('Half drawn');
  await expect(status).toHaveText(length ?? '');

  await page.getByRole('link', { name: 'Today' }).click();
  await accessible(page, 'leave without saving');
  await asked(page).getByRole('button', { name: 'Stay' }).click();
  await expect(page.getByLabel('Name of the route')).toHaveValue('Half drawn');
  await page.goBack();
  await expect(asked(page)).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Sign out' }).click();
  await asked(page).getByRole('button', { name: 'Stay' }).click();
  await page.getByRole('link', { name: 'Today' }).click();
  await asked(page).getByRole('button', { name: 'Leave, lose the changes' }).click();
  await expect(page.getByRole('heading', { name: 'Today', level: 1 })).toBeVisible();
  await page.goto('/routes/new');
  await expect(map(page)).toBeVisible();
  await expect(status).toContainText('Click where');
});

test('a dialog with changes asks before Escape, a click outside or its button closes it', async ({
  page,
}) => {
  await signInToDemo(page);
  await page.goto('/diary?view=day&day=2031-03-04&who=all');
  await page.getByRole('button', { name: 'Add to diary' }).click();
  const dialog = page.getByRole('dialog', { name: 'Add to diary' });
  await page.keyboard.press('Escape');
  await expect(dialog).toBeHidden();
  await page.getByRole('button', { name: 'Add to diary' }).click();
  await dialog.getByLabel('Note').fill('Bring the spare key');
  await page.keyboard.press('Escape');
  await asked(page).getByRole('button', { name: 'Stay' }).click();
  await expect(asked(page)).toBeHidden();
  await page.mouse.click(5, 400);
  await asked(page).getByRole('button', { name: 'Stay' }).click();
  await expect(dialog.getByLabel('Note')).toHaveValue('Bring the spare key');
  await dialog.getByRole('button', { name: 'Cancel' }).click();
  await asked(page).getByRole('button', { name: 'Leave, lose the changes' }).click();
  await expect(dialog).toBeHidden();
});

test('a vehicle check outlives a reload, reads numbers as people type them, and doubts what cannot be', async ({
  page,
}) => {
  await signInToDemo(page);
  await page.goto('/vehicles');
  await page.getByRole('link', { name: 'White saloon, automatic' }).click();
  await expect(page.getByRole('group', { name: 'Vehicle checks' })).toBeVisible();
  await page.getByRole('link', { name: 'Check this vehicle' }).click();
  const odometer = page.getByRole('textbox', { name: 'Odometer' });
  await odometer.fill('131,250');
  await expect(page.getByText('read as 131,250 miles')).toBeVisible();
  for (const wheel of ['Front left', 'Front right', 'Rear left', 'Rear right'])
    for (const part of ['inner', 'centre', 'outer'])
      await page.getByLabel(`${wheel}, ${part}, tread in mm`).fill('5,5');
  await page.getByLabel('Front left, pressure in kPa').fill('32');
  await page.reload();
  await expect(odometer).toHaveValue('131,250');
  await expect(page.getByLabel('Rear right, outer, tread in mm')).toHaveValue('5,5');
  await expect(page.getByText('Look again before you save')).toBeVisible();
  await expect(page.getByRole('status').filter({ hasText: 'Look again' })).toContainText(/32 kPa/);
  await page.getByLabel('Front left, pressure in kPa').fill('32 psi');
  await expect(page.getByText(/221 kPa/)).toBeVisible();
  await page.getByRole('button', { name: /^Save/ }).click();
  await expect(page.getByRole('heading', { name: /^White saloon, automatic/ })).toBeVisible();
  await expect(page.getByText(/131,250 miles/).first()).toBeVisible();
});
