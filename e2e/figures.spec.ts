import { expect, test } from './test';
import { API } from '../contract/constants';
import { accessible, signInToDemo, startMock } from './steps';

const answer = 'status';

for (const [size, viewport] of [
  ['a tablet', { width: 1280, height: 800 }],
  ['a phone', { width: 390, height: 844 }],
] as const)
  test(`every question is answered by moving its sliders, on ${size}`, async ({ page }) => {
    await page.setViewportSize(viewport);
    await signInToDemo(page);
    await page.goto('/figures');
    const said = page.getByRole(answer).first();
    await expect(said).toContainText('Yes, with 7 m (8 yd) to spare');
    const speed = page.getByRole('slider', { name: 'Speed', exact: true });
    await speed.focus();
    for (let n = 0; n < 10; n += 1) await page.keyboard.press('ArrowRight');
    await expect(said).toContainText('No: still doing');
    await expect(said).toContainText('At 40 mph, on the flat');
    await page.getByRole('combobox', { name: 'Road' }).click();
    await page.getByRole('option', { name: 'Wet' }).click();
    await expect(page.getByText('By the Highway Code’s rule')).toContainText('61 m');
    await accessible(page, `figures on ${size}`);
    // The formula opens; a changed number is told as one's own, stands in the address, and can be taken back.
    await page.getByRole('button', { name: /^Formula and where/ }).click();
    await page.getByLabel('Time to react before braking, s').fill('1.5');
    await expect(page).toHaveURL(/c\.reaction=1\.5/);
    await expect(page.getByText('Yours. It ships as 0.67 s.')).toBeVisible();
    await page.reload();
    await expect(page.getByRole('button', { name: /\(some are yours\)$/ })).toBeVisible();

    const ask = async (question: string) => {
      if (viewport.width > 1_000) return page.getByRole('tab', { name: question }).click();
      await page.getByRole('combobox', { name: 'Question' }).click();
      return page.getByRole('option', { name: question }).click();
    };
    await ask('Was that amber mine?');
    await expect(page.getByRole(answer).first()).toContainText('At 40 mph');
    const distance = page.getByRole('slider', { name: 'Distance to the line' });
    await distance.focus();
    await page.keyboard.press('End');
    await expect(said).toContainText('Stop');
    await page.keyboard.press('Home');
    await expect(said).toContainText('Go');
    await ask('Was that gap big enough?');
    await expect(said).toContainText('Too small');
    await page.getByRole('slider', { name: 'The gap that you counted' }).focus();
    await page.keyboard.press('End');
    await expect(said).toContainText('Big enough');
    await page.getByRole('button', { name: 'To the vehicle ahead' }).click();
    await expect(said).toContainText('Too close');
    await ask('How early should I say it?');
    await expect(said).toContainText('Say it 300 yards before');
    await ask('Was there room?');
    await expect(said).toContainText('Room for one at a time');
    await accessible(page, `room on ${size}`);
    await ask('Timers');
    await expect(page.getByRole('button', { name: 'First glance' })).toBeVisible();
    await accessible(page, `timers on ${size}`);
  });

test('a mark opens the figure that explains it, with the limit of its place; timers stand beside the marking', async ({
  page,
}) => {
  await signInToDemo(page);
  const mocks = (await (await page.request.get(`${API}/mocks?limit=40`)).json()) as {
    readonly items: readonly { readonly id: string; readonly route: unknown }[];
  };
  const link = page
    .getByRole('region', { name: 'All marks and events' })
    .getByRole('link', { name: 'Could I have stopped?' })
    .first();
  for (const { id } of mocks.items.filter(({ route }) => route !== null)) {
    const log = await (await page.request.get(`${API}/mocks/${id}/log`)).text();
    if (!/approach|speed-over|speed\.limit/.test(log)) continue;
    await page.goto(`/mocks/${id}`);
    await expect(page.getByRole('heading', { name: 'All marks and events' })).toBeVisible();
    if ((await link.count()) > 0) break;
  }
  await expect(link).toHaveAttribute('href', /speed=\d/);
  await link.click();
  await expect(page.getByRole('heading', { name: 'Figures' })).toBeVisible();
  await expect(page.getByRole('status').first()).toContainText(/At (20|30|40|50|60|70) mph/);

  await startMock(page, { learner: 'Yuto Hasebe', standard: 'Strikes' });
  await page.getByRole('button', { name: /^Settings/ }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Timers' }).click();
  const dialog = page.getByRole('dialog', { name: 'Timers' });
  await dialog.getByRole('button', { name: 'First glance' }).click();
  await expect(dialog.getByText('One glance so far.')).toBeVisible();
  await dialog.getByRole('button', { name: 'Back to marking' }).click();
  await expect(dialog).toBeHidden();
});

test('left and right follow the standard of the school', async ({ page }) => {
  await signInToDemo(page);
  const side = page.getByRole('status').first();
  await page.goto('/figures/gap');
  await expect(side).toContainText('To turn left into traffic');
  const school = await page.request.get(`${API}/school`);
  const { units } = (await school.json()) as { readonly units: string };
  const kept = await page.request.put(`${API}/school`, {
    headers: { 'if-match': school.headers().etag ?? '' },
    data: { standard: 'hundred-points', units },
  });
  expect(kept.ok()).toBe(true);
  await page.reload();
  await expect(side).toContainText('To turn right into traffic');
  await page.getByRole('combobox', { name: 'You turn' }).click();
  await page.getByRole('option', { name: 'left, across the nearest lane' }).click();
  await expect(side).toContainText('The lane that you cross must be clear');
});
