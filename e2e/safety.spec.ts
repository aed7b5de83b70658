import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { expect, test } from './test';
import { accessible, enterDemo, openSetup, pickLearner, signInToDemo, startMock } from './steps';

async function learnerId(page: Page, name: string): Promise<string> {
  const answer = await page.request.get('/api/v1/learners?limit=100');
  const { items } = (await answer.json()) as { items: { id: string; name: string }[] };
  return items.find((learner) => learner.name === name)?.id ?? '';
}

async function answersHeld(page: Page, learner: string): Promise<number> {
  const answer = await page.request.get(`/api/v1/learners/${learner}/drill`);
  return ((await answer.json()) as { events: unknown[] }).events.length;
}

test('a drill: asked and ticked, graded by key, undone, and what is remembered changes with it', async ({
  page,
}) => {
  await signInToDemo(page);
  const id = await learnerId(page, 'Sefa Taulalo');
  const before = await answersHeld(page, id);
  await page.goto('/questions');
  await pickLearner(page.getByRole('combobox', { name: 'Learner' }), 'Sefa Taulalo');
  await accessible(page, 'drill');
  await page.getByRole('button', { name: 'I ask and tick' }).click();
  const question = page.getByRole('region', { name: 'Question' });
  await expect(question).toContainText('1 of 10');
  await accessible(page, 'drill session');
  for (const point of await question.getByRole('checkbox').all()) await point.click();
  await page.keyboard.press('3');
  await expect(question).toContainText('2 of 10');
  await page.keyboard.press('1');
  // What was not known comes again in this session.
  await expect(question).toContainText('3 of 11');
  await page.keyboard.press('z');
  await expect(question).toContainText('2 of 10');
  // After each grade Enter goes on.
  await page.keyboard.press('Enter');
  await expect(question).toContainText('3 of 10');
  await page.keyboard.press('z');
  await expect(question).toContainText('2 of 10');
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'known at once' })).toContainText('1 of 1');
  // Three answers and two undos reach the server.
  await expect.poll(() => answersHeld(page, id)).toBe(before + 5);
  await page.getByRole('link', { name: 'Memory' }).click();
  await expect(page.getByRole('group', { name: 'What is remembered' })).toContainText('100%');
  await accessible(page, 'memory');
});

test('the learner alone, on a phone: says it aloud, turns it, sees where it is in this very car', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await signInToDemo(page);
  await page.goto(`/questions?learner=${await learnerId(page, 'Rosa Quilmar')}`);
  await page.getByLabel('Car of the test').click();
  await page.getByRole('option', { name: 'Blue hatchback, manual' }).click();
  await page.getByRole('button', { name: 'Demonstrate' }).click();
  await page.getByRole('button', { name: 'Rosa alone' }).click();
  await expect(page.getByRole('button', { name: 'Known', exact: true })).toBeHidden();
  await page.getByRole('button', { name: /^Say it aloud/ }).click();
  await expect(page.getByRole('region', { name: 'In the Blue hatchback, manual' })).toBeVisible();
  await accessible(page, 'drill on a phone');
  const wide = await page.evaluate(() => document.documentElement.scrollWidth > window.innerWidth);
  expect(wide).toBe(false);
  await page.getByRole('button', { name: /^Known/ }).click();
  await expect(page.getByRole('region', { name: 'Question' })).toContainText('2 of');
});

test('no choice is offered that is torn away when a slow answer comes', async ({ page }) => {
  await signInToDemo(page);
  const id = await learnerId(page, 'Rosa Quilmar');
  await page.route(`**/api/v1/learners/${id}`, async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 1_500));
    await route.continue();
  });
  await page.goto(`/questions?learner=${id}`);
  await page.getByLabel('Car of the test').click();
  const list = page.getByRole('listbox');
  await expect(list).toBeVisible();
  await expect(page.getByRole('button', { name: 'Demonstrate', includeHidden: true })).toBeVisible();
  await expect(list).toBeVisible();
});

test('a draw as in a test: a second try is allowed, and both wrong count once', async ({ page }) => {
  await signInToDemo(page);
  await page.goto(`/questions/draw?learner=${await learnerId(page, 'Hamza Belkadi')}`);
  // The saloon has neither rear wash and wipe nor a dipstick: 13 questions by 6.
  await expect(page.getByText(/: 78 sets for this car/)).toBeVisible();
  await accessible(page, 'draw');
  await page.getByRole('button', { name: 'Draw the questions' }).click();
  const status = page.getByRole('status');
  for (const told of [
    'Question 1 of 2, try 1 of 2',
    'Question 1 of 2, try 2 of 2',
    'Question 2 of 2, try 1 of 2',
    'Question 2 of 2, try 2 of 2',
  ]) {
    await expect(status).toContainText(told);
    await page.getByRole('button', { name: 'Wrong' }).click();
  }
  await expect(status).toContainText('In a test: 1 × driving fault');
  await expect(status).toContainText('count once');
  await page.getByRole('button', { name: 'Draw the next' }).click();
  await expect(status).toContainText('Question 1 of 2, try 1 of 2');
});

test('the bank: switched off, changed and back, added to, saved, and brought with its broken rows told', async ({
  page,
}) => {
  await signInToDemo(page);
  await page.goto('/questions/bank');
  await accessible(page, 'bank');
  await page.getByLabel('Find a question').fill('telephone');
  await page.getByLabel('Ask: Telephone').click();
  await expect(page.getByRole('button', { name: 'Telephone, switched off' })).toBeVisible();
  await page.getByLabel('Ask: Telephone').click();
  await page.getByRole('button', { name: 'Telephone', exact: true }).click();
  await page.getByRole('button', { name: 'Change it' }).click();
  const form = page.getByRole('dialog');
  await form.getByLabel('Essential points').fill('');
  await form.getByLabel('Extra points').fill('Not near horses');
  await form.getByRole('button', { name: 'Save' }).click();
  await expect(form.getByRole('alert')).toContainText('no essential point');
  await form.getByLabel('Essential points').fill('Looks round first\nOnce, briefly');
  await accessible(page, 'question form');
  await form.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('button', { name: 'Telephone, changed here' })).toBeVisible();
  await page.getByRole('button', { name: 'Change it' }).click();
  await form.getByRole('button', { name: 'Reset to default' }).click();
  await expect(page.getByRole('button', { name: 'Telephone', exact: true })).toBeVisible();

  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as CSV' }).click();
  const saved = readFileSync(await (await download).path(), 'utf8');
  const [head = ''] = saved.split('\r\n');
  const row = (id: string, kind: string) => `${id},${kind},Our own ${id},Why?,,,It is so,,,Because,,ours,,,,`;
  await page.getByRole('button', { name: 'Import a file' }).click();
  await page.getByLabel('Choose a file of questions').setInputFiles({
    name: 'ours.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from([head, row('one', 'rules'), row('two', 'riddle')].join('\r\n')),
  });
  const dialog = page.getByRole('dialog', { name: 'Import questions' });
  await expect(dialog.getByRole('alert')).toContainText('row 3, kind');
  await expect(dialog.getByRole('status')).toContainText('1 new and 0');
  await accessible(page, 'bring questions');
  await dialog.getByRole('button', { name: 'Import 1' }).click();
  await expect(dialog).toContainText('1 added');
  await dialog.getByRole('button', { name: 'Close' }).click();
  await page.getByLabel('Find a question').fill('our own');
  await expect(page.getByRole('button', { name: 'Our own one, our own' })).toBeVisible();
});

test('a car is gone over: absurd readings are refused at their tyre, and the verdict reaches Today and Set-up', async ({
  page,
}) => {
  await signInToDemo(page);
  await page.goto('/vehicles');
  const name = 'Green estate';
  await page.getByLabel('Another vehicle: make and gearbox').fill(name);
  await page.getByLabel('Number plate').fill('OST 401');
  await page.getByRole('button', { name: 'Add vehicle' }).click();
  const car = page.getByRole('region', { name });
  await expect(car).toContainText('Not checked yet');
  await accessible(page, 'vehicles');
  await car.getByRole('link', { name: 'Check this vehicle' }).click();
  await page.getByLabel('Odometer').fill('31 200'.replace(' ', ''));
  for (const wheel of ['Front left', 'Front right', 'Rear left', 'Rear right'])
    for (const place of ['inner', 'centre', 'outer'])
      await page.getByLabel(`${wheel}, ${place}, tread in mm`).fill('5,5');
  await page.getByLabel('Rear left, centre, tread in mm').fill('80');
  await page.getByLabel('Rear left, pressure in kPa').fill('900');
  await page.getByRole('button', { name: 'The rest is good' }).click();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('alert')).toContainText('Rear left, centre must be at most 15 mm');
  await expect(page.getByRole('alert')).toContainText('Rear left, pressure must be at most 500 kPa');
  await accessible(page, 'going over');
  await page.getByLabel('Rear left, centre, tread in mm').fill('1,5');
  await page.getByLabel('Rear left, pressure in kPa').fill('');
  await expect(page.getByText('Not fit for a test')).toBeVisible();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('heading', { name: `${name}, OST 401` })).toBeVisible();
  await expect(
    page.getByText('Rear left tyre: 1.5 mm of tread at its centre place, the law wants 1.6 mm'),
  ).toBeVisible();
  await accessible(page, 'vehicle');
  await page.getByRole('link', { name: 'Today' }).click();
  await expect(page.getByRole('region', { name: 'Vehicles needing attention' })).toContainText(name);
  await openSetup(page, 'Rosa Quilmar');
  await page.getByRole('radio', { name: new RegExp(`^${name}`) }).check();
  await expect(page.getByRole('alert')).toContainText('Not fit for a test');
});

test('a card is copied from another car, walked through on a phone, and pictured; what is no picture is refused', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await signInToDemo(page);
  const name = 'Red hatchback';
  const made = await page.request.post('/api/v1/vehicles', {
    data: { id: crypto.randomUUID(), name, plate: 'OST 555' },
  });
  const { id } = (await made.json()) as { id: string };
  await page.goto(`/vehicles/${id}/walk`);
  await page.getByLabel('Begin with the card of another car').click();
  await page.getByRole('option', { name: 'Grey hatchback, manual' }).click();
  await expect(page.getByText('25 of 25 kept')).toBeVisible();
  await page.goto(`/vehicles/${id}/walk?at=rear-wash-wipe`);
  await page.getByRole('button', { name: 'This car has none' }).click();
  await expect(page.getByRole('heading', { name: 'Demisting the windscreen' })).toBeVisible();
  await page.getByLabel('Where is it?').fill('dial on the left');
  await page.getByRole('button', { name: 'press the curved-screen button' }).click();
  await page
    .getByRole('img', { name: /Demisting the windscreen, placed/ })
    .click({ position: { x: 60, y: 90 } });
  await page.getByLabel('Add a picture').setInputFiles({
    name: 'letter.jpg',
    mimeType: 'image/jpeg',
    buffer: Buffer.from('this is a letter'),
  });
  await expect(page.getByRole('alert')).toContainText('letter.jpg isn’t a picture');
  const picture = new URL('../docs/screenshots/marking.png', import.meta.url);
  await page.getByLabel('Add a picture').setInputFiles({
    name: 'dial.png',
    mimeType: 'image/png',
    buffer: readFileSync(picture),
  });
  await expect(page.getByRole('img', { name: `Demisting the windscreen of the ${name}` })).toBeVisible();
  await accessible(page, 'walk on a phone');
  const kept = await page.request.get(`/api/v1/vehicles/${id}/photos/front-demist`);
  expect((await kept.body()).length).toBeLessThan(200_000);
  await page.getByRole('button', { name: 'Save, next' }).click();
  const vehicle = (await (await page.request.get(`/api/v1/vehicles/${id}`)).json()) as {
    card: Record<string, { where: string; lacks: boolean; place: { x: number } | null }>;
  };
  expect(vehicle.card['front-demist']).toMatchObject({ where: 'dial on the left' });
  expect(vehicle.card['front-demist']?.place?.x).toBeLessThan(0.3);
  expect(vehicle.card['rear-wash-wipe']?.lacks).toBe(true);
  // What the car has not is never asked: one demonstrate question less.
  await page.goto(`/questions/draw?learner=${await learnerId(page, 'Hamza Belkadi')}&car=${id}`);
  await expect(page.getByText(/: 84 sets for this car/)).toBeVisible();
});

test('the marking screen asks for what the car of the mock has', async ({ page }) => {
  await startMock(page, { learner: 'Oskar Lindquave', standard: 'Fault ceiling' });
  const plan = page.getByRole('region', { name: 'Drive plan' });
  await plan.getByRole('button', { name: 'Question' }).click();
  const sheet = page.getByRole('dialog', { name: /^Explain question/ });
  await expect(sheet.getByRole('heading')).toContainText(':');
  const first = await sheet.getByRole('heading').textContent();
  await sheet.getByRole('button', { name: 'Not now' }).click();
  await plan.getByRole('button', { name: 'Question' }).click();
  // The same test asks the same question, until another is wanted.
  await expect(sheet.getByRole('heading')).toHaveText(first ?? '');
});

test.describe('without the server', () => {
  test.use({ ownServer: true, serviceWorkers: 'allow' });

  test('a drill goes on, survives a reload, and reaches the server when it is back', async ({
    page,
    school,
  }) => {
    await enterDemo(page);
    const id = await learnerId(page, 'Rosa Quilmar');
    const before = await answersHeld(page, id);
    await expect
      .poll(
        () =>
          page.evaluate(async () => {
            const day = await caches.open('day');
            return (await day.keys()).filter(({ url }) => /\/drill$|\/questions$/.test(url)).length;
          }),
        { timeout: 40_000 },
      )
      .toBeGreaterThanOrEqual(15);
    await school.kill();
    await page.goto(`/questions?learner=${id}`);
    await page.getByRole('button', { name: 'I ask and tick' }).click();
    await page.keyboard.press('3');
    await expect(page.getByRole('region', { name: 'Question' })).toContainText('2 of');
    await page.keyboard.press('4');
    await page.getByRole('button', { name: 'Stop' }).click();
    await expect(page.getByText('2 answers are saved here until the server has them')).toBeVisible();
    await page.reload();
    await expect(page.getByText('2 answers are saved here until the server has them')).toBeVisible();
    await school.start();
    await expect.poll(() => answersHeld(page, id).catch(() => -1), { timeout: 45_000 }).toBe(before + 2);
  });
});
