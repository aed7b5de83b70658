import { expect, test } from './test';
import { accessible, signInToDemo } from './steps';

test('a paper sheet with fifteen marks is entered by keys and touch, judged as it grows, saved, read, and gives goals', async ({
  page,
}) => {
  await signInToDemo(page);
  await page.goto('/learners?sort=name');
  await page.getByRole('link', { name: 'Yuto Hasebe' }).first().click();
  await expect(page.getByRole('heading', { name: 'Yuto Hasebe', level: 1 })).toBeVisible();
  await page.goto(`/mocks/sheet?learner=${page.url().split('/').at(-1)}`);
  await expect(page.getByLabel('Learner')).toHaveValue('Yuto Hasebe');
  const verdict = page.getByRole('region', { name: 'Verdict so far' });
  await expect(verdict).toContainText('Pass');
  await page.getByLabel('Day').fill('2026-10-02');
  await page.getByLabel('Minutes driven').fill('38');

  const find = page.getByLabel('Find a line by letters');
  for (let n = 0; n < 12; n += 1) {
    await find.fill('mirrors before sig');
    await find.press('Enter');
  }
  await expect(page.getByRole('status').filter({ hasText: ': 12' })).toBeVisible();
  await find.fill('giving w');
  await find.press('Control+Enter');
  await expect(verdict).toContainText('Fail');
  const giving = page.getByRole('button', { name: /^One less: Giving way/ });
  await giving.click();
  await expect(verdict).toContainText('Pass');
  const stroke = page.getByRole('button', { name: /^Moving away under control: Driving fault/ });
  await stroke.click();
  await stroke.click();
  await page.getByRole('button', { name: /^Moving away under control: Serious fault/ }).click();
  await expect(verdict).toContainText('Serious fault: 1');
  await accessible(page, 'a paper sheet');

  await page.getByLabel('Official result').click();
  await page.getByRole('option', { name: 'Official: failed' }).click();
  await page.getByRole('button', { name: 'Save, and read it' }).click();
  await expect(page.getByRole('heading', { name: 'What the marks mean' })).toBeVisible();
  await expect(page.getByText('From a paper sheet')).toBeVisible();
  const first = page.getByRole('list', { name: 'Marked skills' }).getByRole('listitem').first();
  await expect(first).toContainText('1 serious fault');
  await expect(first).toContainText('Ask');
  await expect(first).toContainText('Exercise');
  await first.getByRole('button', { name: /^Make it a goal/ }).click();
  await expect(first.getByRole('button', { name: /^Remove the goal/ })).toBeVisible();
  await accessible(page, 'reading a sheet');

  await page.getByRole('link', { name: 'Yuto Hasebe' }).click();
  await expect(
    page.getByRole('region', { name: 'Goals for the next lesson' }).getByRole('checkbox'),
  ).toHaveCount(1, { timeout: 20_000 });
  await expect(page.getByRole('region', { name: 'Licence tests' })).toContainText(/fail/i);
});

test('marks of a sheet come from a CSV file, with its broken rows told', async ({ page }) => {
  await signInToDemo(page);
  await page.goto('/mocks/sheet');
  await expect(page.getByRole('combobox', { name: 'Standard' })).toContainText('Fault ceiling');
  const choosing = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Import marks from a CSV file' }).click();
  await (
    await choosing
  ).setFiles({
    name: 'sheet.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(
      'item,severity,times\nGiving way,Serious fault,1\nGiving way,Purple,1\nMoving away under control,Driving fault,2\n',
    ),
  });
  await expect(page.getByText('sheet.csv: 3 marks read.')).toBeVisible();
  await expect(page.getByText('“Purple” is no severity of Fault ceiling')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Verdict so far' })).toContainText('Fail');
  await page.getByRole('button', { name: 'Save, and read it' }).click();
  await expect(page.getByText('Choose the learner at the top.')).toBeVisible();
  await expect(page.getByText('Choose the day.')).toBeVisible();
});

for (const [where, width, height] of [
  ['a tablet', 1280, 800],
  ['a phone', 390, 844],
] as const)
  test(`a sheet of a yard is entered manoeuvre by manoeuvre, with its clocks, on ${where}`, async ({
    page,
  }) => {
    await page.setViewportSize({ width, height });
    await signInToDemo(page);
    await page.goto('/mocks/sheet');
    await page.getByLabel('Learner').fill('Yuto');
    await page.getByRole('option', { name: 'Yuto Hasebe' }).click();
    await page.getByRole('combobox', { name: 'Standard' }).click();
    await page.getByRole('option', { name: 'Timed yard' }).click();
    await page.getByLabel('Day').fill('2026-10-02');
    const verdict = page.getByRole('region', { name: 'Verdict so far' });
    const course = page.getByRole('region', { name: 'The course, one manoeuvre at a time' });
    await expect(verdict).toContainText('Pass');
    await expect(page.getByRole('heading', { name: 'Marks in Slope' })).toBeVisible();
    const time = page.getByLabel('Time, minutes and seconds');
    await time.fill('soon');
    await expect(page.getByText('Such as 1:25, or 85 for seconds.')).toBeVisible();
    await time.fill('1:31');
    await expect(verdict).toContainText('Ended');
    await time.fill('85');
    await expect(verdict).toContainText('Pass');
    const mirror = page.getByRole('button', { name: /mirror.*: Demerit, \d/i }).first();
    await mirror.click();
    await expect(course.getByRole('button', { name: /^Slope/ })).toContainText('1:25, 1 mark');
    await course.getByRole('button', { name: /^Garage/ }).click();
    await expect(page.getByRole('heading', { name: /^Marks in Garage/ })).toBeVisible();
    await expect(mirror).toHaveAccessibleName(/, 0$/);
    await course.getByRole('button', { name: /^Whole test/ }).click();
    await page.getByLabel('Roll-back, cm').fill('16,5');
    await expect(verdict).toContainText('Demerit: 2');
    await accessible(page, 'a yard sheet');
    const wide = await page.evaluate(() => document.documentElement.scrollWidth > window.innerWidth);
    expect(wide).toBe(false);
    await page.getByRole('button', { name: 'Save, and read it' }).click();
    await expect(page.getByRole('heading', { name: 'What the marks mean' })).toBeVisible();
  });
