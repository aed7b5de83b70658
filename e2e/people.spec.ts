import { expect, test } from './test';
import { accessible, signInToDemo } from './steps';

test('a learner is renamed, gets details, is archived and comes back; the same name twice is told', async ({
  page,
}) => {
  await signInToDemo(page);
  await page.goto('/learners?sort=name');
  await page.getByRole('link', { name: 'Yuto Hasebe' }).first().click();
  const details = page.getByRole('region', { name: 'Details' });
  await details.getByRole('button', { name: 'Edit' }).click();
  const dialog = page.getByRole('dialog', { name: 'Edit Yuto Hasebe' });
  const name = dialog.getByLabel('Name');
  await name.fill('amara okonwe');
  await expect(dialog.getByRole('status')).toContainText('Amara Okonwe is already a learner here.');
  await name.fill('Yuto Hasebe-Lund');
  await expect(dialog.getByRole('status')).toBeHidden();
  await dialog.getByLabel('Phone').fill('07700 900456');
  await dialog.getByLabel('Email').fill('not an address');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog.getByText('Enter an address such as name@example.org.')).toBeVisible();
  await dialog.getByLabel('Email').fill('yuto@example.org');
  await dialog.getByLabel('Transmission').click();
  await page.getByRole('option', { name: 'automatic' }).click();
  await dialog.getByLabel('Notes').fill('Brings a cushion.');
  await accessible(page, 'learner details');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog).toBeHidden();
  await expect(page.getByRole('heading', { name: 'Yuto Hasebe-Lund', level: 1 })).toBeVisible();
  await expect(details).toContainText('car, automatic; 07700 900456; yuto@example.org.');
  await expect(details).toContainText('Brings a cushion.');
  await expect(details.getByRole('link', { name: '07700 900456' })).toHaveAttribute(
    'href',
    'tel:07700900456',
  );

  await details.getByRole('button', { name: 'Archive' }).click();
  await expect(details.getByRole('status')).toContainText('Archived: Yuto Hasebe-Lund is in no list');
  await page.goto('/learners?sort=name');
  const list = page.getByRole('list', { name: 'Learners' });
  await expect(list.getByRole('link', { name: 'Amara Okonwe' }).first()).toBeVisible();
  await expect(list.getByRole('link', { name: /Yuto/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'Archived' }).click();
  await expect(page.getByRole('heading', { name: 'Archived learners' })).toBeVisible();
  await accessible(page, 'archived learners');
  await list.getByRole('link', { name: 'Yuto Hasebe-Lund' }).first().click();
  await details.getByRole('button', { name: 'Bring back' }).click();
  await expect(details.getByRole('button', { name: 'Archive' })).toBeVisible();
  await page.goto('/learners?sort=name');
  await expect(list.getByRole('link', { name: 'Yuto Hasebe-Lund' }).first()).toBeVisible();

  // Who is added with a name that is there already is told, and may.
  await page.getByRole('button', { name: 'Add a learner' }).click();
  const adding = page.getByRole('dialog', { name: 'Add a learner' });
  await adding.getByLabel('Name').fill('Amara  Okonwe');
  await expect(adding.getByRole('status')).toContainText('Amara Okonwe is already a learner here.');
});

test('a vehicle is renamed, retired, offered nowhere, and used again', async ({ page }) => {
  await signInToDemo(page);
  await page.goto('/vehicles');
  await page.getByRole('link', { name: 'Blue hatchback, manual' }).click();
  await page.getByRole('button', { name: 'Edit', exact: true }).click();
  const dialog = page.getByRole('dialog', { name: 'Edit Blue hatchback, manual' });
  await dialog.getByLabel('Make and gearbox').fill('Old blue hatchback');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Old blue hatchback');
  await page.getByRole('button', { name: 'Retire' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Retired' })).toContainText('for no mock');
  await accessible(page, 'a retired vehicle');
  await page.goto('/setup');
  const choices = page.getByRole('group', { name: 'Vehicle' });
  await expect(choices.or(page.getByText('Vehicle')).first()).toBeVisible();
  await expect(page.getByText('Old blue hatchback')).toHaveCount(0);
  await page.goto('/vehicles');
  const retired = page.getByRole('region', { name: 'No longer used' });
  await retired.getByRole('link', { name: /^Old blue hatchback/ }).click();
  await page.getByRole('button', { name: 'Use again' }).click();
  await page.goto('/vehicles');
  await expect(page.getByRole('region', { name: 'Old blue hatchback' })).toBeVisible();
  await expect(retired).toBeHidden();
});

test('a passphrase is changed by who knows it, and another device is signed out', async ({
  page,
  school,
}) => {
  const signIn = async (on: typeof page, passphrase: string) => {
    await on.getByLabel('Your name').fill('Maren Holtby');
    await on.getByLabel('Passphrase').fill(passphrase);
    await on.getByRole('button', { name: 'Sign in', exact: true }).click();
  };
  await page.goto('/');
  await signIn(page, 'wren at the window');
  const tablet = await (await school.newContext()).newPage();
  await tablet.goto('/');
  await signIn(tablet, 'wren at the window');
  await expect(tablet.getByRole('heading', { name: 'Today', level: 1 })).toBeVisible();

  await page.goto('/school?view=you');
  const form = page.getByRole('form', { name: 'Change your passphrase' });
  await expect(form).toContainText('You are signed in as Maren Holtby.');
  await accessible(page, 'your sign-in');
  await form.getByLabel('Passphrase in use now').fill('wrong');
  await form.getByLabel('New passphrase', { exact: true }).fill('short');
  await form.getByRole('button', { name: 'Change it' }).click();
  await expect(form.getByText('At least 10 characters.', { exact: true })).toBeVisible();
  await form.getByLabel('New passphrase', { exact: true }).fill('kettle on the stove');
  await form.getByLabel('New passphrase again').fill('kettle on the shelf');
  await form.getByRole('button', { name: 'Change it' }).click();
  await expect(form.getByText('It isn’t the same.')).toBeVisible();
  await form.getByLabel('New passphrase again').fill('kettle on the stove');
  await form.getByRole('button', { name: 'Change it' }).click();
  await expect(form).toContainText('This isn’t your passphrase; nothing was changed.');
  await form.getByLabel('Passphrase in use now').fill('wren at the window');
  await form.getByRole('button', { name: 'Change it' }).click();
  await expect(form.getByRole('status')).toHaveText('Changed. Your other devices are signed out.');

  await tablet.reload();
  await signIn(tablet, 'wren at the window');
  await expect(tablet.getByText('You are not signed in')).toBeVisible();
  await signIn(tablet, 'kettle on the stove');
  await expect(tablet.getByRole('heading', { name: 'Today', level: 1 })).toBeVisible();
  await page.getByRole('button', { name: 'Sign out all other devices' }).click();
  await expect(page.getByText('Done: only this device is signed in.')).toBeVisible();
  await tablet.reload();
  await expect(tablet.getByLabel('Passphrase')).toBeVisible();
});
