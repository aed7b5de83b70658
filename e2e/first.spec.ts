import { startServer } from '../server/testing/process';
import { expect, test } from './test';
import { accessible } from './steps';

test('an empty school: its owner made by a link, standard, practice that leaves nothing behind, a learner, the first mock', async ({
  page,
}, info) => {
  const file = info.outputPath('empty.db');
  const server = await startServer('serve', file);
  try {
    await page.goto(/http\S+\/welcome\/\S+/.exec(server.printed())?.[0] ?? '');
    const form = page.getByRole('form', { name: 'Set up your school' });
    await form.getByRole('button', { name: 'Set up the school' }).click();
    await expect(form.getByText('At least 10 characters.', { exact: true })).toBeVisible();
    await form.getByLabel('Your name').fill('Anna Test');
    await form.getByLabel('Passphrase').fill('a long passphrase');
    await form.getByRole('button', { name: 'Show' }).click();
    await expect(form.getByLabel('Passphrase')).toHaveAttribute('type', 'text');
    await form.getByLabel('Name of the school').fill('Two Bridges');
    await form.getByLabel('People drive on the').click();
    await page.getByRole('option', { name: 'Right' }).click();
    await accessible(page, 'setting up a school');
    await form.getByRole('button', { name: 'Set up the school' }).click();
    const steps = page.getByRole('region', { name: 'First steps' });
    const practise = steps.getByRole('button', { name: 'Start practice' });
    await expect(practise).toBeDisabled();
    await accessible(page, 'first steps');
    await steps.getByLabel('Standard').click();
    await page.getByRole('option', { name: /^Fault ceiling/ }).click();
    await practise.click();
    await expect(page.getByText('Practice: nothing is saved')).toBeVisible();
    await page.locator('[data-pad] button').first().click();
    await page.getByRole('button', { name: 'End the drive' }).click();
    await page.getByRole('button', { name: /^Finished/ }).click();
    await expect(page.getByText('Nothing of it is saved')).toBeVisible();
    await page.getByRole('button', { name: /^Show the verdict/ }).click();
    await expect(page.getByRole('region', { name: 'Verdict' })).toContainText(/Fail|Incomplete/);
    await page.getByRole('button', { name: 'Finish practice' }).click();
    await expect(steps).toBeVisible();
    const held = await page.request.get(`${server.address}/api/v1/mocks`);
    expect(((await held.json()) as { items: unknown[] }).items).toEqual([]);

    await expect(steps.getByRole('link', { name: 'Start a mock' })).toHaveAttribute('aria-disabled', 'true');
    await steps.getByRole('button', { name: 'Add a learner' }).click();
    await page.getByRole('dialog').getByLabel('Name').fill('Ola Brandt');
    await page.getByRole('dialog').getByRole('button', { name: /^Add/ }).click();
    await expect(page.getByRole('dialog')).toBeHidden();
    await steps.getByRole('link', { name: 'Start a mock' }).click();
    await expect(page.getByRole('heading', { name: 'Start a mock' })).toBeVisible();
  } finally {
    await server.kill();
  }
});
