import { readFileSync } from 'node:fs';
import { spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { startServer } from '../server/testing/process';
import { expect, test } from './test';
import { accessible, endDrive, kept, pad, signInToDemo, startByClicks } from './steps';

/** The school on other devices than the one that its server runs on, and the copies that are kept of it. */

const MAIN = join(import.meta.dirname, '..', 'dist', 'server', 'main.js');

/** A school of one's own with one learner, whose instructor signs in on another device. */
async function ownSchool(page: Page, database: string, how: readonly string[]) {
  spawnSync(process.execPath, [MAIN, 'add-instructor', '--name', 'Maren Holtby', '--database', database], {
    input: 'seven wet crossings\n',
  });
  const server = await startServer('serve', database, how);
  await page.goto(`${server.address}/`);
  return server;
}

async function signIn(page: Page): Promise<void> {
  await page.getByLabel('Your name').fill('Maren Holtby');
  await page.getByLabel('Passphrase').fill('seven wet crossings');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('heading', { name: 'Today', level: 1 })).toBeVisible();
  const added = await page.request.post('/api/v1/learners', {
    data: { id: randomUUID(), name: 'Ines Tavarro' },
  });
  expect(added.ok()).toBe(true);
  await page.reload();
}

test.describe('at another address', () => {
  test.use({ baseURL: '' });

  test('that is not secure, a whole mock is marked, and it says what is missing', async ({
    browser,
  }, info) => {
    const first = await browser.newPage();
    const server = await ownSchool(first, info.outputPath('plain.db'), ['--host', '0.0.0.0']);
    const page = await browser.newPage({ baseURL: server.address, viewport: { width: 1280, height: 800 } });
    await page.goto('/');
    expect(await page.evaluate(() => window.isSecureContext)).toBe(false);
    await expect(page.getByRole('note')).toContainText('could read your passphrase');
    await signIn(page);
    await expect(page.getByRole('note')).toContainText('can’t follow your position');
    await startByClicks(page, { learner: 'Ines Tavarro', standard: 'Fault ceiling', road: false });
    await pad(page, 'Looking round before moving off', 'Driving fault').click();
    await expect(kept(page)).toContainText('on the server');
    await page.getByRole('button', { name: 'Settings: light, side and help' }).click();
    await page.getByRole('group', { name: 'Position of marks' }).getByRole('button').first().click();
    await expect(
      page.getByText('This address isn’t secure, so the browser won’t give a position'),
    ).toBeVisible();
    await page.keyboard.press('Escape');
    await endDrive(page);
    await expect(page.getByRole('region', { name: 'Verdict' })).toContainText('Incomplete');
    await page.goto('/');
    await page.getByRole('note').getByRole('link', { name: 'How to change that' }).click();
    const devices = page.getByRole('region', { name: 'Other devices' });
    await expect(devices).toContainText('serve --lan');
    await expect(devices.getByRole('link', { name: server.address })).toBeVisible();
    await server.kill();
  });

  test('over https, that the device trusts, it works without a connection', async ({ playwright }, info) => {
    // As if its authority had been trusted: nothing else lets a service worker come up.
    const { executablePath, args = [] } = test.info().project.use.launchOptions ?? {};
    const browser = await playwright.chromium.launch({
      ...(executablePath ? { executablePath } : {}),
      args: [...args, '--ignore-certificate-errors'],
    });
    const stranger = await browser.newPage({ ignoreHTTPSErrors: true });
    const server = await ownSchool(stranger, info.outputPath('lan.db'), ['--lan']);
    const context = await browser.newContext({
      baseURL: server.address,
      ignoreHTTPSErrors: true,
      serviceWorkers: 'allow',
    });
    const page = await context.newPage();
    const [trust = ''] = /http:\/\/\S+/.exec(server.printed()) ?? [];
    await page.goto(trust);
    await expect(page.getByRole('heading', { name: 'Set up this device for your school' })).toBeVisible();
    await accessible(page, 'trust');
    await expect(page.getByRole('status')).toContainText('This device trusts the server');
    await page.getByRole('link', { name: '2. Open Jasperwren' }).click();
    expect(await page.evaluate(() => window.isSecureContext)).toBe(true);
    await signIn(page);
    await expect(page.getByRole('note')).toHaveCount(0);
    await page.goto('/school?view=devices');
    const devices = page.getByRole('region', { name: 'Other devices' });
    await expect(devices.getByRole('img', { name: `Code for ${trust}` })).toBeVisible();
    await expect(devices).toContainText(/([0-9A-F]{2}:){31}[0-9A-F]{2}/);
    await page.waitForFunction(() => navigator.serviceWorker.controller !== null);
    await page.goto('/');
    await expect(page.getByRole('heading', { name: 'Today', level: 1 })).toBeVisible();
    await server.kill();
    await page.reload();
    await expect(page.getByRole('heading', { name: 'Today', level: 1 })).toBeVisible();
    await browser.close();
  });
});

test('the school is backed up at a touch, and the backups stand with time and size', async ({ page }) => {
  await signInToDemo(page);
  await page.goto('/school?view=devices');
  await expect(page.getByRole('region', { name: 'Other devices' })).toContainText(
    'only works on this computer',
  );
  const backups = page.getByRole('region', { name: 'Backups' });
  await expect(backups).toContainText('every day');
  await backups.getByRole('button', { name: 'Back up now' }).click();
  await expect(backups.getByRole('row', { name: /, \d\d:\d\d\s+[\d.]+ MB/ })).toBeVisible();
  await accessible(page, 'devices and backups');

  // What would change is shown first; then the school is as it was.
  const added = await page.request.post('/api/v1/learners', {
    data: { id: crypto.randomUUID(), name: 'Came Later' },
  });
  expect(added.status()).toBe(201);
  const download = page.waitForEvent('download');
  await backups.getByRole('button', { name: 'Download the school as files' }).click();
  expect((await download).suggestedFilename()).toMatch(/^\d{4}-\d\d-\d\d-school\.zip$/);
  await expect(backups.getByRole('status').filter({ hasText: 'The files are ready' })).toBeVisible();
  await accessible(page, 'the files are ready');
  await backups.getByRole('button', { name: 'Restore' }).first().click();
  const dialog = page.getByRole('dialog', { name: /^Restore the backup of/ });
  await expect(dialog).toContainText('Learners that would be gone: Came Later');
  await expect(dialog).toContainText('is backed up first');
  await accessible(page, 'restoring a backup');
  await dialog.getByRole('button', { name: 'Restore this backup' }).click();
  await expect(page.getByRole('heading', { name: 'Today', level: 1 })).toBeVisible({ timeout: 20_000 });
  await page.goto('/learners?search=later');
  await expect(page.getByText('Nobody is called “later”')).toBeVisible();
});

test('a backup file from elsewhere is added to the list once it was checked, and removed', async ({
  page,
}) => {
  await signInToDemo(page);
  const made = await page.request.post('/api/v1/school/backups');
  const { folder, items } = (await made.json()) as { folder: string; items: { at: string }[] };
  const bytes = readFileSync(join(folder, `${(items[0]?.at ?? '').replaceAll(':', '-')}.db`));
  await page.goto('/school?view=devices');
  const backups = page.getByRole('region', { name: 'Backups' });
  const add = async (name: string, buffer: Buffer) =>
    backups.getByLabel('Add a backup file').setInputFiles({ name, mimeType: '', buffer });
  await add('holiday.db', Buffer.from('pictures of the sea'));
  await expect(backups.getByRole('alert')).toContainText('The file');
  await add('Old school.db', bytes);
  await expect(backups.getByRole('status')).toContainText('old-school.db is in the list');
  const row = backups.getByRole('row', { name: /^old-school\.db, from elsewhere/ });
  await row.getByRole('button', { name: 'Restore' }).click();
  const dialog = page.getByRole('dialog', { name: 'Restore old-school.db?' });
  await expect(dialog).toContainText('No learner and no mock would be gone.');
  await dialog.getByRole('button', { name: 'Cancel' }).click();
  await row.getByRole('button', { name: 'Remove' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Remove' }).click();
  await expect(row).toBeHidden();
});
