import { expect, test } from './test';
import { accessible, enterDemo } from './steps';

for (const [size, viewport] of [
  ['tablet', { width: 1280, height: 800 }],
  ['phone', { width: 390, height: 844 }],
] as const)
  test(`a course is set out, shown and driven on a ${size}`, async ({ page }) => {
    await page.setViewportSize(viewport);
    await enterDemo(page);
    await page.goto('/yard?course=turn-in-the-road&vehicle=saloon');
    await expect(page.getByRole('img', { name: /Plan of Turn in the road, to scale/ })).toBeVisible();
    // Set out: the tapes follow the width.
    const first = page.getByRole('group', { name: 'Tape distances' }).locator('tbody tr').nth(3);
    const before = await first.textContent();
    await page.getByRole('textbox', { name: 'From kerb to kerb, m' }).fill('9,5');
    await expect(first).not.toHaveText(before ?? '');
    await expect(page).toHaveURL(/set=width%3A9\.5/);
    await accessible(page, 'setting out');
    expect(
      await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth),
    ).toBeLessThanOrEqual(0);
    // Show: planned, in words, played.
    await page.getByRole('tab', { name: 'Show' }).click();
    await expect(page.getByRole('heading', { name: '3 movements, 1 shunt' })).toBeVisible({
      timeout: 30_000,
    });
    await expect(
      page.getByRole('button', { name: /^\d\. Reverse with full left lock for/ }).first(),
    ).toBeVisible();
    await page.getByRole('button', { name: '4×' }).click();
    await page.getByRole('button', { name: 'Play' }).click();
    await expect(page.getByRole('button', { name: /^1\. Drive with/ })).toHaveAttribute(
      'aria-current',
      'step',
    );
    await expect(page.getByRole('button', { name: 'Play' })).toBeVisible({ timeout: 30_000 });
    await accessible(page, 'a plan shown');
    // Drive: by keys, over the kerb, marked under a standard that has the manoeuvre.
    await page.getByRole('tab', { name: 'Drive' }).click();
    await expect(page.getByLabel('Show the planned way')).toBeEnabled();
    await page.getByLabel('Marked under').click();
    await page.getByRole('option', { name: 'Attempts and movements yard' }).click();
    await page.getByRole('button', { name: 'Start' }).click();
    await page.keyboard.down('ArrowUp');
    await page.keyboard.down('ArrowLeft');
    // That standard ends at a kerb: the run stops by itself.
    const result = page.getByRole('region', { name: 'Result' });
    await expect(result).toContainText('Ended early', { timeout: 15_000 });
    await expect(result).toContainText('A tyre touched the kerb left');
    await page.keyboard.up('ArrowUp');
    await page.keyboard.up('ArrowLeft');
    await page.getByLabel('Marked under').click();
    await page.getByRole('option', { name: 'Points from a hundred' }).click();
    await expect(result).not.toContainText('Ended early');
    await accessible(page, 'a run that was marked');
    await page.getByRole('button', { name: 'Start again' }).click();
    await expect(page.getByText('Press Start, then drive.')).toBeVisible();
  });

test('what can’t be done says by how much, and a course that can’t be laid out says why', async ({
  page,
}) => {
  await enterDemo(page);
  await page.goto('/yard/show?course=turn-in-the-road&vehicle=small-hatchback&set=width:4.5');
  await expect(page.getByRole('alert')).toContainText('This vehicle can’t do it here', { timeout: 150_000 });
  await expect(page.getByRole('alert')).toContainText(/It works with \d\.\d\d m more: from kerb to kerb/);
  await page.goto('/yard?course=turn-in-the-road&set=width:900');
  await expect(page.getByRole('alert')).toContainText('The course can’t be laid out like this');
});
