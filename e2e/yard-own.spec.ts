import { writeFileSync } from 'node:fs';
import { expect, test } from './test';
import { accessible, enterDemo, startMock } from './steps';

test('a course is copied, changed by drag and by formula, kept, changed again and removed', async ({
  page,
}) => {
  await enterDemo(page);
  await page.goto('/yard?course=garage-bay&vehicle=saloon');
  await page.getByRole('link', { name: 'Copy' }).first().click();
  await expect(page.getByRole('heading', { name: 'Garage bay, 90 degrees, our copy' })).toBeVisible();
  await page.getByRole('textbox', { name: 'Title' }).fill('Depot bay');
  // What can't be read is said, and the plan stays as it was.
  const lane = page.getByRole('group', { name: 'size Width of the lane' });
  await lane.getByRole('textbox', { name: 'Usual' }).fill('two lanes');
  await expect(lane.getByText(/can’t be read at “two lanes”/)).toBeVisible();
  await lane.getByRole('textbox', { name: 'Usual' }).fill('2 × vehicle width + 3,5');
  const far = page.getByRole('group', { name: 'far kerb' });
  await expect(far.getByRole('textbox', { name: 'From y' })).toHaveValue('depth + lane');
  // A corner is dragged: every line that ends there moves, and what it depends on stays.
  const corner = page.locator('[data-handle="bay right from"]');
  const box = await corner.boundingBox();
  if (!box) throw new Error('no corner');
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 30, y, { steps: 4 });
  await page.mouse.up();
  const right = page.getByRole('group', { name: 'bay right', exact: true });
  await expect(right.getByRole('textbox', { name: 'From x' })).toHaveValue(
    /^vehicle length \+ bay \+ \d\.\d+$/,
  );
  await expect(
    page.getByRole('group', { name: 'bay end' }).getByRole('textbox', { name: 'To x' }),
  ).toHaveValue(/^vehicle length \+ bay \+ \d\.\d+$/);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(right.getByRole('textbox', { name: 'From x' })).toHaveValue('vehicle length + bay + 1');
  // A line without length is a problem in the form's own words; nothing can be kept while it is there.
  await page.getByRole('button', { name: 'Add a line' }).click();
  const added = page.getByRole('group', { name: 'line 1' });
  await added.getByRole('textbox', { name: 'To x' }).fill('0');
  await expect(page.getByRole('alert')).toContainText('(line 1)');
  await expect(page.getByRole('button', { name: 'Save course' })).toBeDisabled();
  await page.getByRole('button', { name: 'Remove line 1' }).click();
  await page.getByRole('button', { name: 'Add a cone' }).click();
  await accessible(page, 'the form of a course');
  await page.getByRole('button', { name: 'Save course' }).click();
  await expect(page).toHaveURL(/\/yard\?course=depot-bay/);
  await expect(page.getByRole('combobox', { name: 'Course' })).toHaveText('Depot bay');
  await expect(page.getByText(/^1 cone, 1 with a pole/)).toBeVisible();
  // Kept as its own, it is changed in place.
  await page.getByRole('link', { name: 'Change' }).first().click();
  await page.getByRole('textbox', { name: 'Movements allowed' }).fill('1');
  await page.getByRole('textbox', { name: 'Shunts allowed' }).fill('0');
  await page.getByRole('button', { name: 'Save course' }).click();
  await expect(page.getByText('Up to 1 movement', { exact: true })).toBeVisible();
  await page.getByRole('combobox', { name: 'Course' }).click();
  await expect(page.getByText('Ours', { exact: true })).toBeVisible();
  await page.getByRole('option', { name: 'Depot bay' }).click();
  await page.getByRole('link', { name: 'Change' }).first().click();
  await page.getByRole('button', { name: 'Remove course' }).click();
  await page.getByRole('button', { name: 'Remove', exact: true }).click();
  await expect(page.getByRole('combobox', { name: 'Course' })).toHaveText('Garage bay, 90 degrees');
});

test('a course file of somebody else is opened, or refused with every problem', async ({ page }, info) => {
  await enterDemo(page);
  const shipped = (await (await page.request.get('/api/v1/yard')).json()) as {
    readonly courses: readonly { readonly id: string }[];
  };
  const bay = shipped.courses.find(({ id }) => id === 'angle-bay');
  const file = (name: string, content: object): string => {
    const path = info.outputPath(name);
    writeFileSync(path, JSON.stringify(content));
    return path;
  };
  await page.goto('/yard/courses/garage-bay?copy');
  const [broken, whole] = [
    file('broken.course.json', { ...bay, movements: 99, sail: true }),
    file('own.course.json', { ...bay, id: 'anything', title: 'Quay bay' }),
  ];
  const open = page.locator('input[type="file"]');
  await open.setInputFiles(broken);
  await expect(page.getByRole('alert')).toContainText('movements');
  await expect(page.getByRole('alert')).toContainText('sail');
  await open.setInputFiles(whole);
  await expect(page.getByRole('heading', { name: 'Quay bay' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Turned places' })).toBeVisible();
});

for (const [size, viewport] of [
  ['tablet', { width: 1280, height: 800 }],
  ['phone', { width: 390, height: 844 }],
] as const)
  test(`the school’s own car is measured on a ${size}, and the yard is planned for it`, async ({ page }) => {
    await page.setViewportSize(viewport);
    await enterDemo(page);
    await page.goto('/vehicles');
    await page.getByRole('link', { name: /White saloon/ }).click();
    await page.getByRole('link', { name: 'Take its figures' }).click();
    await page.getByRole('combobox', { name: 'Most like' }).click();
    await page.getByRole('option', { name: 'Saloon' }).click();
    await expect(page.getByText('In all 4.75 m long.', { exact: false })).toBeVisible();
    await page.getByRole('textbox', { name: 'Wheelbase' }).fill('2,74');
    await expect(page.getByText('In all 4.69 m long.', { exact: false })).toBeVisible();
    await page.getByRole('textbox', { name: 'Turning circle' }).fill('5');
    await expect(page.getByRole('alert')).toContainText('Turning circle');
    await expect(page.getByRole('alert')).toContainText('too small for this wheelbase');
    await expect(page.getByRole('button', { name: 'Save figures' })).toBeDisabled();
    await page.getByRole('textbox', { name: 'Turning circle' }).fill('11.2');
    await accessible(page, 'the figures of a vehicle');
    expect(
      await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth),
    ).toBeLessThanOrEqual(0);
    await page.getByRole('button', { name: 'Save figures' }).click();
    await expect(page.getByText(/4\.69 m long/)).toBeVisible();
    await page.getByRole('link', { name: 'Open the yard with it' }).click();
    await expect(page.getByRole('combobox', { name: 'Vehicle' })).toHaveText(/White saloon/);
  });

test('a run is kept with a learner, stands on the page, is played again and can be removed', async ({
  page,
}) => {
  await enterDemo(page);
  await page.goto('/learners');
  await page.getByRole('link', { name: 'Yuto Hasebe' }).first().click();
  await page.getByRole('link', { name: 'Drive in the yard' }).click();
  await page.getByRole('combobox', { name: 'Course' }).click();
  await page.getByRole('option', { name: /^Straight reverse/ }).click();
  await expect(page.getByLabel('Show the planned way')).toBeEnabled({ timeout: 30_000 });
  await page.getByRole('button', { name: 'Start', exact: true }).click();
  await page.keyboard.down('ArrowDown');
  await page.waitForTimeout(2_500);
  await page.keyboard.up('ArrowDown');
  await page.waitForTimeout(600);
  await page.getByRole('button', { name: 'Finish' }).click();
  await expect(page.getByRole('region', { name: 'Result' })).toContainText('1 movement');
  await expect(page.getByLabel('Planned way beside it')).toBeChecked();
  await expect(page.getByRole('combobox', { name: 'Who drove' })).toHaveValue('Yuto Hasebe');
  await accessible(page, 'a finished run');
  await page.getByRole('button', { name: 'Keep as practice' }).click();
  await page.getByRole('link', { name: 'Yuto Hasebe’s page' }).click();
  const practice = page.getByRole('group', { name: 'Yard practice' });
  await expect(practice.locator('tbody tr')).toHaveCount(1);
  await expect(practice).toContainText('1 movement, 0 shunts');
  await practice.getByRole('link').click();
  await page.getByRole('button', { name: '4×' }).click();
  await page.getByRole('button', { name: 'Play' }).click();
  await expect(page.getByRole('img', { name: /as it was driven, (\d+) of \1 seconds/ })).toBeVisible();
  // A mistake leads to its moment.
  await page.getByRole('button', { name: /^It didn’t end where it should/ }).click();
  await expect(page.getByRole('img', { name: /as it was driven, (\d+) of (?!\1)\d+ seconds/ })).toBeVisible();
  await accessible(page, 'a run that was kept');
  const log = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Download the log' }).click();
  expect((await log).suggestedFilename()).toMatch(/\.jwlog\.jsonl$/);
  await page.getByRole('button', { name: 'Remove this run' }).click();
  await page.getByRole('button', { name: 'Remove', exact: true }).click();
  await expect(page.getByText('No run yet')).toBeVisible();
});

test('a game pad drives: triggers are the pedals, its stick the wheel', async ({ page }) => {
  await enterDemo(page);
  await page.addInitScript(() => {
    const buttons = Array.from({ length: 16 }, () => ({ value: 0, pressed: false, touched: false }));
    const pad = { connected: true, mapping: 'standard', axes: [0, 0, 0, 0], buttons };
    Object.assign(window, { pad });
    navigator.getGamepads = () => [null, pad] as unknown as (Gamepad | null)[];
  });
  await page.goto('/yard/drive?course=straight-reverse');
  await page.getByRole('button', { name: 'Start', exact: true }).click();
  const set = (part: 'axes' | 'buttons', n: number, value: number) =>
    page.evaluate(
      ([of, at, to]) => {
        const { pad } = window as unknown as {
          readonly pad: { readonly axes: number[]; readonly buttons: { value: number }[] };
        };
        if (of === 'axes') pad.axes[at] = to;
        else Object.assign(pad.buttons[at] ?? {}, { value: to });
      },
      [part, n, value] as const,
    );
  await set('buttons', 6, 1);
  await expect(page.getByText(/^1 movement, 0 shunts/)).toBeVisible();
  await set('axes', 0, -1);
  await expect(page.getByText(/Wheel: full left lock/)).toBeVisible();
  await set('buttons', 6, 0);
  await set('axes', 0, 0);
  await expect(page.getByText(/Speed: 0\.0 km\/h/)).toBeVisible();
  await set('buttons', 7, 1);
  await expect(page.getByText(/^2 movements, 1 shunt/)).toBeVisible();
});

test('a size is dragged on the plan, and the field and the address follow', async ({ page }) => {
  await enterDemo(page);
  await page.goto('/yard?course=garage-bay&vehicle=saloon');
  const lane = page.getByRole('textbox', { name: 'Width of the lane, m' });
  await expect(lane).toHaveValue('6');
  const box = await page.locator('[data-handle="Width of the lane"]').boundingBox();
  if (!box) throw new Error('no handle');
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x, y - 35, { steps: 4 });
  await expect(page.getByText(/^Width of the lane: \d\.\d+ m$/)).toBeVisible();
  await page.mouse.up();
  await expect(page).toHaveURL(/lane%3A[78]/);
  const dragged = /lane%3A([\d.]+)/.exec(page.url())?.[1] ?? '';
  await expect(lane).toHaveValue(dragged);
});

test('a manoeuvre under way shows its plan while it is marked, and keeps it shown', async ({ page }) => {
  await startMock(page, { learner: 'Yuto Hasebe', standard: 'Reversing exercise' });
  await page.getByRole('button', { name: 'Start a manoeuvre' }).click();
  await page.getByRole('dialog').getByRole('button', { name: /left/ }).first().click();
  const run = page.getByRole('region', { name: /^Manoeuvre:/ });
  await expect(run.getByRole('img')).toHaveCount(0);
  await run.getByRole('button', { name: 'Plan' }).click();
  await expect(
    run.getByRole('img', { name: 'Plan of Long reversing area for Small hatchback' }),
  ).toBeVisible();
  await expect(run.getByText('Drive up between the middle cone and the right line')).toBeVisible();
  await accessible(page, 'marking with a plan');
  await page.reload();
  await expect(run.getByRole('img')).toBeVisible();
  await run.getByRole('button', { name: 'Plan' }).click();
  await expect(run.getByRole('img')).toHaveCount(0);
});
