import { expect, test } from './test';
import { accessible, signInToDemo } from './steps';

for (const [where, width, height] of [
  ['a tablet', 1280, 800],
  ['a phone', 390, 844],
] as const)
  test(`written cases are graded, and it is said where people differ, on ${where}`, async ({ page }) => {
    await page.setViewportSize({ width, height });
    await signInToDemo(page);
    await page.goto('/school?view=agreement');
    await expect(page.getByRole('heading', { name: 'Between people' })).toBeVisible();
    await expect(page.getByRole('heading', { name: 'Cases to talk about' })).toBeVisible();
    await accessible(page, 'marking agreement');
    await page.getByRole('button', { name: /^Grade/ }).click();
    const run = page.getByRole('region', { name: 'Grade the cases' });
    await expect(run).toContainText('0 of 49 graded');
    await accessible(page, 'grading a case');
    const first = await run.getByText(/^The car stalls at the kerb/).textContent();
    await run.getByRole('button', { name: 'Dangerous' }).click();
    await expect(run).toContainText('1 of 49 graded');
    await run.getByRole('button', { name: 'Back to the one before' }).click();
    await expect(run.getByText(first ?? '')).toBeVisible();
    for (let n = 0; n < 6; n += 1) await run.getByRole('button', { name: 'Dangerous' }).click();
    await run.getByRole('button', { name: 'Save these and stop' }).click();
    const own = page.getByRole('region', { name: /^You and the guide: far apart/ });
    await expect(own).toContainText('0 of 6 cases alike');
    await expect(own).toContainText('stricter by');
    await expect(page.getByRole('region', { name: 'Cases to talk about' })).toContainText(
      'Maren Holtby: dangerous',
    );
    const wide = await page.evaluate(() => document.documentElement.scrollWidth > window.innerWidth);
    expect(wide).toBe(false);
  });
