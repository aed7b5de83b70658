import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { expect, test } from './test';
import { enterDemo, signInToDemo } from './steps';

async function openStandard(page: Page, title: string): Promise<void> {
  await signInToDemo(page);
  await page.goto('/standards');
  await page.getByRole('link', { name: title, exact: true }).click();
  await expect(page.getByRole('heading', { name: title, level: 1 })).toBeVisible();
}

const part = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Parts of the standard' }).getByRole('button', { name }).click();

const panel = (page: Page) => page.getByRole('complementary', { name: 'Live check' });

test('a school that counts no corrections switches to the other value, and the next version says so', async ({
  page,
}) => {
  await openStandard(page, 'Fault ceiling');
  await page.getByRole('link', { name: 'Use 0' }).click();
  await expect(panel(page)).toContainText('all 10 worked examples hold');
  await expect(panel(page)).toContainText('count at most was 1000, now 0.');
  await page.getByRole('button', { name: 'Save as version 1.3.0' }).click();
  await expect(page.getByText('Version 1.3.0, car, driving on the left.')).toBeVisible();
  await expect(page.getByText(/parking put right by pulling forward\) never count/)).toBeVisible();
  await page.getByRole('link', { name: 'What changed since an earlier version' }).click();
  await expect(page.getByRole('region', { name: 'What passes' })).toContainText(
    'count at most was 1000, now 0.',
  );
  await page.getByLabel('Version 1.3.0 beside').click();
  await page.getByRole('option', { name: '1.0.0' }).click();
  await expect(page.getByRole('region', { name: 'Choices between schools' })).toContainText('is new');
});

test('a limit is changed in a form, what it overturns is said at once, and nothing is lost on the way', async ({
  page,
}) => {
  await openStandard(page, 'Road check list');
  await page.getByRole('link', { name: 'Change', exact: true }).click();
  await page.getByRole('button', { name: /^At most 30 errors/ }).click();
  const most = page.getByRole('textbox', { name: 'At most' });
  const save = page.getByRole('button', { name: 'Save as version 1.4.0' });
  await most.fill('-1');
  await expect(panel(page)).toContainText('limits[0].max');
  await expect(page.getByText('Is too small; at least 0.')).toBeVisible();
  await expect(save).toBeDisabled();
  await most.fill('29');
  await expect(panel(page)).toContainText('says pass, but the limits give fail');
  await expect(panel(page)).toContainText('Errors: maximum was 30, now 29.');
  await expect(save).toBeDisabled();

  // Closed and opened again: what was typed is still there.
  await page.reload();
  await expect(page.getByText('Unsaved changes from before are still on this device.')).toBeVisible();
  await panel(page)
    .getByRole('button', { name: /says pass/ })
    .first()
    .click();
  await expect(page.getByText('verdict: it says pass, but the limits give fail.').first()).toBeVisible();
  await page.getByLabel('What must come out').click();
  await page.getByRole('option', { name: 'fail' }).click();
  await page.getByLabel('Limits that it breaches').click();
  await page.getByRole('option', { name: 'Errors', exact: true }).click();
  await page.keyboard.press('Escape');
  await expect(panel(page)).toContainText('No problems');
  await save.click();
  await expect(page.getByText('Version 1.4.0, ')).toBeVisible();
  await page.goto('/standards/check-list/1.3.0');
  await expect(page.getByText('At most 30 errors.').first()).toBeVisible();
});

test('things are put in order by keyboard and by pointer; undo takes a step back', async ({ page }) => {
  await openStandard(page, 'Strikes');
  await page.getByRole('link', { name: 'Change', exact: true }).click();
  await part(page, 'Severities');
  const rows = page.getByRole('region', { name: 'Severities' }).locator('button[aria-expanded]');
  await expect(rows.first()).toBeVisible();
  const titles = () => rows.allInnerTexts();
  const before = (await titles()).map((text) => text.split('\n')[0]);
  const reversed = [before[1], before[0], ...before.slice(2)];
  const handle = page.getByRole('button', { name: `Move ${before[0]}`, exact: true });
  await handle.focus();
  await page.keyboard.press('Space');
  await expect(page.getByText(/is lifted|At place 1 of/)).toBeAttached();
  await page.keyboard.press('ArrowDown');
  await expect(page.getByText('At place 2 of')).toBeAttached();
  await page.keyboard.press('Space');
  await expect.poll(async () => (await titles()).map((text) => text.split('\n')[0])).toEqual(reversed);
  await expect(panel(page)).toContainText('The order was');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(panel(page)).toContainText('Nothing changed yet.');

  const [from, to] = await Promise.all(
    [handle, page.getByRole('button', { name: `Move ${before[1]}`, exact: true })].map((one) =>
      one.boundingBox(),
    ),
  );
  if (!from || !to) throw new Error('no handles');
  await page.mouse.move(from.x + 20, from.y + 20);
  await page.mouse.down();
  await page.mouse.move(from.x + 20, from.y + 40, { steps: 4 });
  await page.mouse.move(to.x + 20, to.y + 30, { steps: 8 });
  await page.mouse.up();
  await expect.poll(async () => (await titles()).map((text) => text.split('\n')[0])).toEqual(reversed);
});

test('a broken file shows every problem at its place and nothing is stored; a whole one is brought', async ({
  page,
}) => {
  await openStandard(page, 'Strikes');
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Save as a file' }).click();
  const saved = await download;
  expect(saved.suggestedFilename()).toBe('strikes.standard.json');
  const text = readFileSync(await saved.path(), 'utf8');
  const standard = JSON.parse(text) as {
    limits: Record<string, unknown>[];
    sections: { items: { id: string }[] }[];
    examples: Record<string, unknown>[];
  };

  await page.goto('/standards');
  await page.getByRole('button', { name: 'Import a standard file' }).click();
  const bring = async (name: string, content: unknown) =>
    page.getByLabel('Choose a standard file').setInputFiles({
      name,
      mimeType: 'application/json',
      buffer: Buffer.from(typeof content === 'string' ? content : JSON.stringify(content)),
    });
  const dialog = page.getByRole('dialog', { name: 'Import a standard file' });
  const button = dialog.getByRole('button', { name: 'Import it', exact: true });

  await bring('half.standard.json', text.slice(0, 400));
  await expect(dialog.getByRole('alert')).toContainText('is not JSON');
  const [limit, ...limits] = standard.limits;
  await bring('form.standard.json', {
    ...standard,
    surplus: 1,
    sections: [...standard.sections, { id: 'empty', title: 'Empty', items: [] }],
    limits: [{ ...limit, max: -1 }, ...limits],
  });
  for (const problem of ['surplus is not a property', 'limits[0].max is too small', '.items is too small'])
    await expect(dialog.getByRole('alert')).toContainText(problem);
  const [first, ...others] = standard.sections;
  await bring('ids.standard.json', {
    ...standard,
    sections: [{ ...first, items: [first?.items[0], ...(first?.items ?? [])] }, ...others],
    limits: [{ ...limit, where: { severities: ['dreadful'] } }, ...limits],
  });
  await expect(dialog.getByRole('alert')).toContainText('is given twice');
  await expect(dialog.getByRole('alert')).toContainText(
    'limits[0].where.severities[0] dreadful is no severity',
  );
  await bring('examples.standard.json', {
    ...standard,
    examples: standard.examples.map((example) => ({ ...example, verdict: 'fail', breaches: [] })),
  });
  await expect(dialog.getByRole('alert')).toContainText('examples[0].');
  await expect(button).toBeDisabled();

  // The same version with another content: offered as the next one.
  await bring('ours.standard.json', { ...standard, title: 'Strikes as we mark them' });
  await button.click();
  await expect(dialog).toContainText('already here with other content');
  await dialog.getByRole('button', { name: /^Import it as version/ }).click();
  await expect(page.getByRole('heading', { name: 'Strikes as we mark them', level: 1 })).toBeVisible();
});

test('a copy becomes a standard of its own', async ({ page }) => {
  await openStandard(page, 'Small-fault count');
  await page.getByRole('link', { name: 'Copy' }).click();
  await part(page, 'About');
  await page.getByLabel('Title').fill('Pellam Cross count');
  await page.getByRole('textbox', { name: 'Id' }).fill('pellam cross');
  await expect(page.getByText(/Must be an id/)).toBeVisible();
  await page.getByRole('textbox', { name: 'Id' }).fill('pellam-cross');
  await page.getByRole('button', { name: 'Save as version 1.0.0' }).click();
  await expect(page).toHaveURL(/\/standards\/pellam-cross\/1\.0\.0$/);
  await page.getByRole('link', { name: 'All standards' }).click();
  await expect(page.getByRole('link', { name: 'Pellam Cross count' })).toBeVisible();
});

test('all drives of the school are judged under one standard, and each opens', async ({ page }) => {
  await openStandard(page, 'Strikes');
  await page.getByRole('link', { name: 'All drives under this standard' }).click();
  const choices = page.getByRole('group', { name: 'Which drives' });
  await expect(choices.getByRole('button', { name: /\d+ drives/ })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Cancel' })).toBeHidden();
  await choices.getByRole('button', { name: /would no longer pass/ }).click();
  const row = page.getByRole('group', { name: 'Drives under this standard' }).getByRole('row').nth(1);
  await expect(row).toContainText('Pass');
  await expect(row).toContainText(/Ended early|Fail/);
  await row.getByRole('link').click();
  await expect(page.getByRole('heading', { name: 'Judged under other standards' })).toBeVisible();
});

test('the list of standards comes whole: nothing moves under a finger when one of them takes its time', async ({
  page,
}) => {
  await enterDemo(page);
  await page.route('**/api/v1/standards/fault-ceiling/*', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 1_500));
    await route.continue();
  });
  await page.getByRole('link', { name: 'Standards' }).click();
  const last = page.getByRole('link', { name: 'Timed yard', exact: true });
  await expect(last).toBeVisible();
  const first = await last.boundingBox();
  await expect(page.getByText('all 41 worked examples hold')).toBeVisible();
  expect(await last.boundingBox()).toEqual(first);
});
