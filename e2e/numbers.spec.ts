import type { Page } from '@playwright/test';
import { expect, test } from './test';
import { TEST_NOW, TEST_ZONE } from '../server/testing/now';
import { accessible, endDrive, enterDemo, pad, pickLearner, signInToDemo } from './steps';

const near = (page: Page) =>
  page
    .getByRole('region', { name: 'Next licence tests' })
    .getByRole('listitem')
    .filter({ hasText: 'Amara Okonwe' });
const readiness = (page: Page) => page.getByRole('region', { name: 'Readiness' });
const chanceIn = (text: string | null): string => /\d+\s?%/.exec(text ?? '')?.[0] ?? '';

test('Today and the learner’s page tell the same chance, and both follow marks without a reload', async ({
  page,
}) => {
  await enterDemo(page);
  await expect(near(page)).toContainText('%', { timeout: 30_000 });
  const before = chanceIn(await near(page).textContent());
  await near(page).getByRole('link').first().click();
  await expect(readiness(page)).toContainText(`${before} chance of passing`, { timeout: 30_000 });

  // Another device began a mock half an hour ago; here it goes on. One of seconds would weigh nothing.
  const id = crypto.randomUUID();
  const begun = await page.request.post('/api/v1/mocks', {
    data: {
      id,
      learner: page.url().split('/').at(-1),
      standard: { id: 'fault-ceiling', version: '1.2.0' },
      retest: false,
      startedAt: new Date(Date.parse(TEST_NOW) - 30 * 60_000).toISOString(),
      zone: TEST_ZONE,
      ready: [],
    },
  });
  expect(begun.status()).toBe(201);
  await page.getByRole('link', { name: 'Today' }).click();
  await page
    .getByRole('region', { name: 'To do' })
    .getByRole('link', { name: /^Continue/ })
    .click({ timeout: 40_000 });
  await page.getByRole('button', { name: 'Moving off', exact: true }).click();
  for (let n = 0; n < 6; n += 1) await pad(page, 'Moving away under control', 'Serious fault').click();
  await endDrive(page);
  await page.getByRole('link', { name: 'Today' }).click();
  await expect(near(page)).toContainText('Amara Okonwe');
  // While it is worked out again no figure stands there, which is no number and below nothing.
  await expect
    .poll(async () => parseInt(chanceIn(await near(page).textContent())), { timeout: 30_000 })
    .toBeLessThan(parseInt(before));
  const after = chanceIn(await near(page).textContent());
  await near(page).getByRole('link').first().click();
  await expect(readiness(page)).toContainText(`${after} chance of passing`, { timeout: 30_000 });
});

test('the learner’s own standard is set on their page, and is what set-up takes', async ({ page }) => {
  await enterDemo(page);
  await near(page).getByRole('link').first().click();
  await expect(readiness(page)).toBeVisible({ timeout: 30_000 });
  await page.getByRole('combobox', { name: 'Under the standard' }).click();
  await page.getByRole('option', { name: 'Graded faults' }).click();
  await page.getByRole('button', { name: 'Prepare for this standard' }).click();
  await expect(page.getByRole('button', { name: 'Prepare for this standard' })).toBeHidden();
  await page.getByRole('link', { name: 'Start a mock', exact: true }).click();
  await expect(page.getByRole('radio', { name: /^Graded faults/ })).toBeChecked();
  await page.goBack();
  await page.getByRole('link', { name: 'in the diary' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'Amara Okonwe' })).toContainText('Licence test');
});

test('a session that ends takes nothing off the screen: one signs in over it, and goes on', async ({
  page,
  context,
}) => {
  await signInToDemo(page);
  await page.goto('/diary?view=day&day=2031-03-04&who=all');
  await page.getByRole('button', { name: 'Add to diary' }).click();
  const entry = page.getByRole('dialog', { name: 'Add to diary' });
  await pickLearner(entry.getByRole('combobox', { name: 'Learner' }), 'Ines Tavarro');
  await entry.getByLabel('Note').fill('Bring the spare key');
  await context.clearCookies();
  await entry.getByRole('button', { name: 'Save' }).click();
  const again = page.getByRole('dialog', { name: 'Sign in again' });
  await expect(again).toContainText('Everything on this screen is still here.');
  await accessible(page, 'sign in again');
  await again.getByLabel('Passphrase').fill('not this one');
  await again.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(again.getByRole('alert')).toContainText('do not go together');
  await again.getByRole('button', { name: 'Back into the demo school' }).click();
  await expect(again).toBeHidden();
  await expect(entry.getByLabel('Note')).toHaveValue('Bring the spare key');
  await entry.getByRole('button', { name: 'Save' }).click();
  await expect(entry).toBeHidden();
  await expect(page.getByRole('main').getByRole('listitem')).toContainText('Ines Tavarro');
});

test('each of three hundred learners is found on Today, in the list and in every picker', async ({
  page,
}) => {
  await enterDemo(page);
  const add = async (n: number) => {
    const name = `Wenna Tresk ${String(n).padStart(3, '0')}`;
    const answer = await page.request.post('/api/v1/learners', { data: { id: crypto.randomUUID(), name } });
    expect(answer.status()).toBe(201);
  };
  for (let n = 0; n < 300; n += 20)
    await Promise.all(Array.from({ length: 20 }, (_none, more) => add(n + more)));
  await page.goto('/');
  await page.getByLabel('Find a learner').fill('tresk 287');
  await expect(page.getByRole('link', { name: 'Start a mock with Wenna Tresk 287' })).toBeVisible();
  await page.getByRole('link', { name: 'Learners', exact: true }).click();
  const list = page.getByRole('list', { name: 'Learners' });
  await page.getByRole('combobox', { name: 'Sort by' }).click();
  await page.getByRole('option', { name: 'Name', exact: true }).click();
  const last = list.getByText('Wenna Tresk 299');
  await expect(list).toContainText('Amara Okonwe');
  for (let pages = 0; pages < 10 && (await last.count()) === 0; pages += 1) {
    const shown = await list.getByRole('listitem').count();
    await page.getByRole('button', { name: 'Show more' }).click();
    await expect.poll(() => list.getByRole('listitem').count()).toBeGreaterThan(shown);
  }
  await expect(list).toContainText('Wenna Tresk 299');
  await page.getByLabel('Find a learner').fill('TRESK 14');
  await expect(list.getByRole('listitem')).toHaveCount(10);
  await page.getByRole('link', { name: 'Questions', exact: true }).click();
  const picker = page.getByRole('combobox', { name: 'Learner' });
  await picker.fill('tresk 201');
  await page.getByRole('option', { name: 'Wenna Tresk 201' }).click();
  await expect(picker).toHaveValue('Wenna Tresk 201');
});
