import type { Page } from '@playwright/test';
import { expect, test } from './test';
import { accessible, enterDemo } from './steps';
import { openPdf } from '../server/testing/pdf';

const view = (page: Page) => page.getByRole('img', { name: /^From the driver’s seat/ });

/** The view's pixels, once it is drawn. */
async function pixels(page: Page): Promise<string> {
  await expect(view(page)).toHaveAttribute('data-state', 'shown', { timeout: 30_000 });
  return (await view(page).screenshot()).toString('base64');
}

async function toSecond(page: Page, second: number): Promise<void> {
  await page.getByRole('slider', { name: 'Time' }).fill(String(second));
}

for (const [size, viewport] of [
  ['tablet', { width: 1280, height: 800 }],
  ['phone', { width: 390, height: 844 }],
] as const)
  test(`what the driver sees is drawn, turned, and told on a ${size}`, async ({ page }) => {
    await page.setViewportSize(viewport);
    await enterDemo(page);
    await page.goto('/yard/see?course=alley-dock-left&vehicle=van');
    const ahead = await pixels(page);
    await page.getByRole('button', { name: 'Left shoulder' }).click();
    await expect(view(page)).toHaveAccessibleName('From the driver’s seat, looking over the left shoulder');
    expect(await pixels(page)).not.toBe(ahead);
    // By a finger or a pointer, and by keys.
    const box = await view(page).boundingBox();
    if (!box) throw new Error('no view');
    await page.mouse.move(box.x + 200, box.y + 200);
    await page.mouse.down();
    await page.mouse.move(box.x + 20, box.y + 200, { steps: 4 });
    await page.mouse.up();
    await expect(view(page)).toHaveAccessibleName('From the driver’s seat, looking left');
    await page.keyboard.press('z');
    await expect(view(page)).toHaveAccessibleName('From the driver’s seat, looking ahead');
    // A cone that is close and out of sight.
    await toSecond(page, 13.5);
    await expect(page.getByText(/^You can’t see the cone entry left, \d+ cm away\.$/)).toBeVisible();
    await expect(page.getByRole('region', { name: 'Cones now' })).toContainText(/Not seen.*entry left/);
    // A mirror turned down shows it.
    await page.getByRole('slider', { name: 'Right door mirror, down' }).fill('30');
    await expect(page.getByText(/Rule for driving not met/).last()).toBeVisible();
    await expect(page).toHaveURL(/right%3A7,30|right%3A[\d.]+%2C30/);
    await page.getByRole('button', { name: 'Set both for driving' }).click();
    await expect(page.getByText(/Rule for driving met/)).toHaveCount(2);
    await accessible(page, 'what the driver sees');
    expect(
      await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth),
    ).toBeLessThanOrEqual(0);
  });

test('sighting marks are worked out for a seat, shown from it, and printed; or the lesson goes without them', async ({
  page,
}) => {
  await enterDemo(page);
  await page.goto('/yard/see?course=alley-dock-left&vehicle=small-hatchback');
  const marks = page.getByRole('region', { name: 'Sighting marks' });
  const mark = marks.getByRole('button', { name: /comes into sight from behind the right front pillar/ });
  await expect(mark).toBeVisible({ timeout: 30_000 });
  await expect(marks.getByRole('button', { name: 'Stop: no good mark here.' })).toBeVisible();
  const before = await pixels(page);
  await mark.click();
  await expect(
    page.getByRole('img', { name: /Alley dock, left from above/ }).locator('circle[r="5"]'),
  ).toBeVisible();
  await expect(view(page)).toHaveAccessibleName(/looking half right/);
  expect(await pixels(page)).not.toBe(before);
  // Another seat has other marks.
  const told = await marks.getByRole('listitem').allTextContents();
  await page.getByRole('slider', { name: 'Eye above the ground' }).focus();
  for (let n = 0; n < 12; n += 1) await page.keyboard.press('ArrowRight');
  await expect(async () => {
    const after = await marks.getByRole('listitem').allTextContents();
    expect(after.length).toBeGreaterThan(0);
    expect(after).not.toEqual(told);
  }).toPass();
  await expect(page).toHaveURL(/seat=/);
  // The card has this seat, and goes onto one page.
  const mine = await marks.getByRole('listitem').allTextContents();
  await page.getByRole('link', { name: 'Card to print' }).click();
  await expect(page.getByText(/Eye 1\.32 m above the ground/)).toBeVisible();
  const card = page.getByRole('list').last();
  for (const one of mine) await expect(card).toContainText(one);
  await accessible(page, 'the card of marks');
  const { pages } = await openPdf(await page.pdf({ format: 'A4' }));
  expect(pages).toHaveLength(1);
  await page.getByRole('link', { name: 'Back to See' }).click();
  // Without marks: where to look, and the head goes there.
  await page.getByLabel('Teach without marks').check();
  const looks = page.getByRole('region', { name: 'Where to look' });
  await looks
    .getByRole('button', { name: /^Before you move/ })
    .first()
    .click();
  await expect(view(page)).toHaveAccessibleName(/over the left shoulder/);
  await expect(view(page)).toHaveAccessibleName(/back/, { timeout: 10_000 });
  await expect(view(page)).toHaveAccessibleName(/over the right shoulder/, { timeout: 10_000 });
});

test('a course is driven from the seat, and the seat of a measured car is kept', async ({ page }) => {
  await enterDemo(page);
  await page.goto('/yard/drive?course=garage-bay&vehicle=school-car');
  await page.getByRole('button', { name: 'From the seat' }).click();
  const before = await pixels(page);
  await page.getByRole('button', { name: 'Start', exact: true }).click();
  await page.keyboard.down('ArrowDown');
  await expect(page.getByText(/Speed: [1-9]/)).toBeVisible();
  await page.waitForTimeout(1_000);
  await page.keyboard.up('ArrowDown');
  await page.keyboard.press('q');
  expect(await pixels(page)).not.toBe(before);
  await accessible(page, 'driving from the seat');
  await page.getByRole('button', { name: 'Finish' }).click();
  await expect(page.getByRole('region', { name: 'Result' })).toBeVisible();
  // The seat is set under See, and kept with the car.
  await page.getByRole('tab', { name: 'See' }).click();
  const height = page.getByRole('slider', { name: 'Eye above the ground' });
  await expect(height).toBeVisible({ timeout: 30_000 });
  await height.fill('1.3');
  await page.getByRole('button', { name: /^Save as the seat of/ }).click();
  await expect(page.getByRole('button', { name: /^Save as the seat of/ })).toHaveCount(0);
  await page.goto('/yard/see?course=garage-bay&vehicle=school-car');
  await expect(height).toHaveValue('1.3', { timeout: 30_000 });
});

test('a browser without WebGL says so, and shows the plan', async ({ page }) => {
  await page.addInitScript(() => {
    HTMLCanvasElement.prototype.getContext = () => null;
  });
  await enterDemo(page);
  await page.goto('/yard/drive?course=garage-bay&vehicle=van');
  await page.getByRole('button', { name: 'From the seat' }).click();
  await expect(page.getByText(/can’t draw the view from the seat/)).toBeVisible();
  await expect(page.getByRole('img', { name: /driven from above/ })).toBeVisible();
});
