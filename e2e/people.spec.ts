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

test('somebody is invited as a trainee, joins by the link, sees their own learners only, and loses access', async ({
  page,
  school,
}) => {
  await signInToDemo(page);
  await page.goto('/school?view=people');
  await page.getByRole('button', { name: 'Invite somebody' }).click();
  const dialog = page.getByRole('dialog', { name: 'Invite somebody' });
  await dialog.getByLabel('Name').fill('ifor quennell');
  await dialog.getByRole('button', { name: 'Make a link' }).click();
  await expect(dialog).toContainText('Ifor Quennell is here already');
  await dialog.getByLabel('Name').fill('Petra Lindqvale');
  await dialog.getByLabel('Role').click();
  await page.getByRole('option', { name: 'Trainee instructor' }).click();
  await dialog.getByRole('button', { name: 'Make a link' }).click();
  const made = page.getByRole('dialog', { name: 'Link for Petra Lindqvale' });
  const link = await made.getByLabel('Link').inputValue();
  await accessible(page, 'a one-time link');
  await made.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByRole('region', { name: 'Links not used yet' })).toContainText(
    'Petra Lindqvale, to join as: Trainee instructor',
  );
  await accessible(page, 'people');

  // One of the owner's learners is handed over before the trainee comes.
  const phone = await (await school.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  await phone.goto(link);
  const join = phone.getByRole('form', { name: 'Join the school' });
  await expect(join).toContainText('You’re invited to Pellam Cross Driving as: Trainee instructor');
  await expect(join.getByLabel('Your name')).toHaveValue('Petra Lindqvale');
  await join.getByLabel('Passphrase').fill('a long enough phrase');
  await accessible(phone, 'joining');
  await join.getByRole('button', { name: 'Join' }).click();
  await expect(phone.getByRole('heading', { name: 'Today', level: 1 })).toBeVisible();
  await phone.goto('/learners');
  await expect(phone.getByText('No learner yet')).toBeVisible();
  await expect(phone.getByRole('button', { name: 'Add a learner' })).toHaveCount(0);

  await page.goto('/learners?sort=name');
  await page.getByRole('link', { name: 'Rosa Quilmar' }).first().click();
  await page.getByRole('region', { name: 'Details' }).getByRole('button', { name: 'Edit' }).click();
  await page.getByLabel('Taught by').click();
  await page.getByRole('option', { name: 'Petra Lindqvale' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('region', { name: 'Details' })).toContainText('Taught by Petra Lindqvale');
  await phone.reload();
  await expect(phone.getByRole('link', { name: 'Rosa Quilmar' }).first()).toBeVisible();
  await phone.goto('/school?view=general');
  await expect(phone.getByText('Only an owner of the school can change these settings.')).toBeVisible();
  await expect(phone.getByRole('tab', { name: 'Changes' })).toHaveCount(0);
  await phone.goto('/routes');
  await expect(phone.getByRole('link', { name: 'Hot spots' })).toBeVisible();
  await expect(phone.getByRole('link', { name: 'Compose a route' })).toHaveCount(0);
  // Whoever opens the address of an editor is told before anything is typed.
  for (const editor of ['/routes/new', '/standards/fault-ceiling/1.2.0/edit', '/yard/courses/garage']) {
    await phone.goto(editor);
    await expect(phone.getByText('Only an owner or an instructor can use this screen.')).toBeVisible();
  }
  await accessible(phone, 'not allowed');
  await phone.goto('/vehicles');
  await expect(phone.getByRole('link', { name: 'Check this vehicle' }).first()).toBeVisible();
  await expect(phone.getByRole('link', { name: /^Controls|^Walk/ })).toHaveCount(0);

  await page.goto('/school?view=people');
  const row = page.getByRole('listitem', { name: 'Petra Lindqvale' });
  await row.getByRole('button', { name: 'Stop access' }).click();
  await expect(row).toContainText('Can’t sign in');
  await phone.goto('/learners');
  await expect(phone.getByLabel('Passphrase')).toBeVisible();
  await page.goto('/school?view=changes');
  const changes = page.getByRole('list', { name: 'Changes' });
  await expect(changes.getByRole('listitem').first()).toContainText(
    'Maren Holtby changed the access of Petra Lindqvale',
  );
  await expect(changes).toContainText('Maren Holtby handed Rosa Quilmar over');
  await expect(changes).toContainText('taught by: Maren Holtby to Petra Lindqvale');
  await accessible(page, 'changes');
});

test('an instructor looks at a colleague’s learner, and can change only their own', async ({ page }) => {
  const answer = await page.request.post('/api/v1/session', {
    data: { name: 'Ifor Quennell', passphrase: 'wren at the window' },
  });
  expect(answer.ok()).toBe(true);
  await page.goto('/learners?sort=name&taught=me');
  const list = page.getByRole('list', { name: 'Learners' });
  await expect(list.getByRole('link', { name: 'Leyla Farrokh' }).first()).toBeVisible();
  await expect(list.getByRole('link', { name: 'Ines Tavarro' })).toHaveCount(0);
  await page.goto('/learners?sort=name&search=Ines');
  await list.getByRole('link', { name: 'Ines Tavarro' }).first().click();
  await expect(page.getByText('Maren Holtby teaches Ines Tavarro.')).toBeVisible();
  await expect(page.getByRole('link', { name: 'Start a mock' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Edit' })).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Archive' })).toHaveCount(0);
});

test('learners come from a list of another program: columns are matched, bad rows told, names that are here left out', async ({
  page,
}) => {
  await signInToDemo(page);
  await page.goto('/learners?sort=name');
  await page.getByRole('button', { name: 'Import a list' }).click();
  const dialog = page.getByRole('dialog', { name: 'Import a list of learners' });
  const bring = async (name: string, bytes: Buffer) => {
    const choosing = page.waitForEvent('filechooser');
    await dialog.getByText('Choose a file').click();
    await (await choosing).setFiles({ name, mimeType: 'text/csv', buffer: bytes });
  };
  await bring('empty.csv', Buffer.from('name\n'));
  await expect(dialog.getByText('This file can’t be read')).toBeVisible();
  // As an older spreadsheet saves it.
  await bring(
    'old list.csv',
    Buffer.from(
      'Pupil;Tel;Gearbox;When\r\nJos\xe9 Caldeira;07700 900111;auto;03/04/2027\r\nInes Tavarro;;;\r\nKim Adair;;both;\r\n',
      'latin1',
    ),
  );
  await expect(dialog.getByText('José Caldeira')).toBeVisible();
  await expect(dialog).toContainText('line 4 “both” is neither manual nor automatic');
  await expect(dialog).toContainText('Already here, or twice in the list: Ines Tavarro.');
  await dialog.getByLabel('When').click();
  await page.getByRole('option', { name: 'Day of the licence test' }).click();
  await dialog.getByLabel('Dates such as 3/4/2027 are').click();
  await page.getByRole('option', { name: '3 April (day first)' }).click();
  await accessible(page, 'importing learners');
  await dialog.getByRole('button', { name: 'Add 1 learner' }).click();
  await expect(dialog.getByRole('status')).toContainText('1 learner was added.');
  await dialog.getByRole('button', { name: 'Done' }).click();
  await page.goto('/learners?search=caldeira');
  await page
    .getByRole('list', { name: 'Learners' })
    .getByRole('link', { name: 'José Caldeira' })
    .first()
    .click();
  await expect(page.getByText(/Licence test on Sat 3 Apr/)).toBeVisible();
  await expect(page.getByRole('region', { name: 'Details' })).toContainText('automatic; 07700 900111');
});

test('a learner is erased after the name was typed, and what is kept is said', async ({ page }) => {
  await signInToDemo(page);
  await page.goto('/learners?sort=name');
  await page.getByRole('link', { name: 'Dafydd Penhale' }).first().click();
  const details = page.getByRole('region', { name: 'Details' });
  await expect(details.getByRole('link', { name: 'Export' })).toHaveAttribute('href', /record\.zip$/);
  await details.getByRole('button', { name: 'Erase' }).click();
  const dialog = page.getByRole('dialog', { name: 'Erase Dafydd Penhale for good?' });
  await expect(dialog).toContainText('6 mocks');
  await expect(dialog).toContainText('One licence test result is kept for forecast accuracy, without name');
  const button = dialog.getByRole('button', { name: 'Erase for good' });
  await expect(button).toBeDisabled();
  await accessible(page, 'erasing a learner');
  await dialog.getByLabel(/^Type the name/).fill('dafydd penhale');
  await button.click();
  await expect(page.getByRole('heading', { name: 'Learners', level: 1 })).toBeVisible();
  await expect(page.getByRole('list', { name: 'Learners' }).getByRole('link').first()).toBeVisible();
  await expect(page.getByRole('link', { name: 'Dafydd Penhale' })).toHaveCount(0);
});
