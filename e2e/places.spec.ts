import { expect, test } from './test';
import { pad, startMock, tape } from './steps';

test('marks and pegs keep the place where they were made, when the device may tell it', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['geolocation']);
  await context.setGeolocation({ latitude: 52.1, longitude: -2.05, accuracy: 8 });
  const id = await startMock(page, { learner: 'Bram Oosterwal', standard: 'Fault ceiling' });
  await pad(page, 'Moving away under control', 'Driving fault').click();
  await page.getByRole('button', { name: 'Settings: light, side and help' }).click();
  await page.getByRole('button', { name: 'From this device’s location' }).click();
  await expect(page.getByRole('dialog')).toContainText('Within 8 m now');
  await page.getByRole('button', { name: 'Back to marking' }).click();
  await pad(page, 'Looking round before moving off', 'Driving fault').click();
  await context.setGeolocation({ latitude: 52.101, longitude: -2.05, accuracy: 8 });
  await page.waitForTimeout(300);
  await page.getByRole('button', { name: /^Flag/ }).click();
  type Placed = { kind: string; place?: { lat: number; lon: number } };
  const events = async () => {
    const answer = await page.request.get(`/api/v1/mocks/${id}/events`);
    return ((await answer.json()) as { events: Placed[] }).events;
  };
  await expect.poll(async () => (await events()).some(({ kind }) => kind === 'peg')).toBe(true);
  const [first, second] = (await events()).filter(({ kind }) => kind === 'fault');
  expect(first?.place).toBeUndefined();
  expect(second?.place).toEqual({ lat: 52.1, lon: -2.05 });
  expect((await events()).find(({ kind }) => kind === 'peg')?.place).toEqual({ lat: 52.101, lon: -2.05 });
  // The way itself is kept beside the marks.
  const log = await (await page.request.get(`/api/v1/mocks/${id}/log`)).text();
  expect(log).toContain('"kind":"fix"');
});

test('a device that may not tell its place says so, and marks are kept all the same', async ({ page }) => {
  await startMock(page, { learner: 'Nils Askeby', standard: 'Fault ceiling' });
  await page.getByRole('button', { name: 'Settings: light, side and help' }).click();
  await page.getByRole('button', { name: 'From this device’s location' }).click();
  await expect(page.getByRole('dialog')).toContainText('This browser isn’t allowed to give a position');
  await page.getByRole('button', { name: 'Back to marking' }).click();
  await pad(page, 'Looking round before moving off', 'Driving fault').click();
  await expect(tape(page).getByRole('listitem')).toHaveCount(1);
  await page.goto('/setup');
  await expect(page.getByLabel('Save the position of each mark')).toBeChecked();
});
