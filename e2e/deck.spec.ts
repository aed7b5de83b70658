import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { expect, test } from './test';
import { accessible, chooseArea, endDrive, enterDemo, kept, openSetup, pad, startMock, tape } from './steps';

const padsOf = (page: Page) =>
  page.locator('[data-pad]').evaluateAll((pads) => pads.map((pad) => pad.getAttribute('data-pad')));

test('six likely pads stand first; what was just used stays in its place, and a stage changes them', async ({
  page,
}) => {
  await startMock(page, { learner: 'Tomas Wielgosz', standard: 'Fault ceiling' });
  await page.getByRole('button', { name: 'Drive', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Likely now' })).toHaveAttribute('aria-pressed', 'true');
  await expect(page.locator('[data-pad]')).toHaveCount(6);
  await page.waitForLoadState('networkidle');
  const before = await padsOf(page);
  const ofManoeuvres = /manoeuvres\.|emergency-stop\./;
  expect(before.join(' ')).not.toMatch(ofManoeuvres);
  await page.locator('[data-pad]').nth(4).getByRole('button').first().click();
  await expect(tape(page).getByRole('listitem')).toHaveCount(1);
  const after = await padsOf(page);
  expect(after[4]).toBe(before[4]);
  // Whatever stays likely stays where it is.
  for (const [n, id] of before.entries()) if (after.includes(id)) expect(after.indexOf(id)).toBe(n);
  await page.getByRole('button', { name: 'Manoeuvre', exact: true }).click();
  await expect.poll(async () => (await padsOf(page)).join(' ')).toMatch(ofManoeuvres);
  await page.getByRole('button', { name: 'Junctions', exact: true }).click();
  await expect(page.locator('[data-pad]')).toHaveCount(9);
  await page.getByRole('button', { name: 'Likely now' }).click();
  await expect(page.locator('[data-pad]')).toHaveCount(6);
  // Whatever their words, all six are whole on the screen.
  const stages = page.getByRole('navigation', { name: 'Stages' });
  for (const stage of ['Question', 'Independent', 'Return', 'Checks']) {
    await stages.getByRole('button', { name: stage }).click();
    await expect(stages.getByRole('button', { name: stage })).toHaveAttribute('aria-current', 'step');
    await page.waitForLoadState('networkidle');
    const hidden = await page.locator('[data-pad]').evaluateAll((pads) => {
      const end = document.querySelector('footer')?.getBoundingClientRect().top ?? 0;
      return pads.filter((pad) => pad.getBoundingClientRect().bottom > end).map((pad) => pad.textContent);
    });
    expect(hidden).toEqual([]);
  }
});

test('stepping in is one touch, sets the gravest first for the next mark within ten seconds, and can be undone', async ({
  page,
}) => {
  await startMock(page, { learner: 'Tomas Wielgosz', standard: 'Fault ceiling' });
  await page.getByRole('button', { name: 'I stepped in: pedal' }).click();
  await expect(tape(page)).toContainText('I stepped in: pedal');
  const pad = page.locator('[data-pad="moving-off.check"]');
  await expect(pad.getByRole('button').first()).toHaveAccessibleName(/Dangerous fault$/);
  await pad.getByRole('button').first().click();
  await expect(pad.getByRole('button').first()).toHaveAccessibleName(/Driving fault$/);
  await page.getByRole('button', { name: 'I stepped in: voice' }).click();
  const banner = page.getByRole('status').filter({ hasText: 'You stepped in by' });
  await expect(banner).toContainText(/\d+ s/);
  await page.getByRole('button', { name: 'No mark' }).click();
  await expect(banner).toBeHidden();
  await page.getByRole('button', { name: 'Undo I stepped in: voice' }).click();
  await expect(tape(page).getByRole('listitem')).toHaveCount(2);
  // Undoing it puts the severities back at once; so do ten seconds.
  await page.getByRole('button', { name: 'I stepped in: wheel' }).click();
  await expect(pad.getByRole('button').first()).toHaveAccessibleName(/Dangerous fault$/);
  await page.getByRole('button', { name: 'Undo last' }).click();
  await expect(pad.getByRole('button').first()).toHaveAccessibleName(/Driving fault$/);
  await page.getByRole('button', { name: 'I stepped in: wheel' }).click();
  await expect(banner).toBeVisible();
  await expect(banner).toBeHidden({ timeout: 14_000 });
  await expect(pad.getByRole('button').first()).toHaveAccessibleName(/Driving fault$/);
  await page.getByRole('button', { name: 'Undo last' }).click();
  await endDrive(page);
  await expect(page.getByRole('region', { name: 'Verdict' })).toContainText(
    'Dangerous faults: 1, none allowed',
  );
  await page.getByRole('link', { name: 'Report' }).click();
  await expect(page.getByRole('group', { name: 'All marks and events' })).toContainText(
    'The instructor stepped in',
  );
});

test('undo takes back the last touch of whatever kind, says what it was, and a manoeuvre goes back to its stage', async ({
  page,
}) => {
  await startMock(page, { learner: 'Tomas Wielgosz', standard: 'Fault ceiling' });
  const stage = (name: string) => page.getByRole('button', { name, exact: true });
  await stage('Drive').click();
  await stage('Moving off').click();
  await page
    .getByRole('button', { name: 'Looking round before moving off: Driving fault', exact: true })
    .click();
  await page.getByRole('button', { name: 'Start a manoeuvre' }).click();
  await page.getByRole('button', { name: /^Bay park: reverse in/ }).click();
  await expect(stage('Manoeuvre')).toHaveAttribute('aria-current', 'step');
  await page.getByRole('button', { name: 'Undo last' }).click();
  await expect(
    page.getByRole('alert').getByText('Undone: Bay park: reverse in, drive out: started'),
  ).toBeVisible();
  await expect(page.getByRole('region', { name: /^Manoeuvre: / })).toBeHidden();
  await expect(stage('Drive')).toHaveAttribute('aria-current', 'step');
  await expect(tape(page).getByRole('listitem')).toHaveCount(1);

  await page.getByRole('button', { name: 'Start a manoeuvre' }).click();
  await page.getByRole('button', { name: /^Bay park: reverse in/ }).click();
  await page
    .getByRole('region', { name: /^Manoeuvre: / })
    .getByRole('button', { name: 'Done' })
    .click();
  await expect(stage('Drive')).toHaveAttribute('aria-current', 'step');

  await page.getByRole('region', { name: 'Drive plan' }).getByRole('button', { name: 'Pull-up' }).click();
  await page.keyboard.press('Control+z');
  await expect(
    page.getByRole('alert').getByText('Undone: “Pull up on the left when it is safe”'),
  ).toBeVisible();
  await expect(tape(page).getByRole('listitem')).toHaveCount(1);
  // Back through the end of the manoeuvre, its start and the mark.
  for (let n = 0; n < 2; n += 1) await page.keyboard.press('Control+z');
  await page.getByRole('button', { name: 'Undo last' }).click();
  await page.getByRole('button', { name: 'Undo last' }).click();
  await expect(
    page.getByRole('alert').getByText('Undone: Looking round before moving off, driving fault'),
  ).toBeVisible();
  await expect(tape(page)).toContainText('Nothing marked yet');
});

test('a check found wrong stays wrong, and stages are ticked only for what was done', async ({ page }) => {
  await enterDemo(page);
  await openSetup(page, 'Tomas Wielgosz');
  const checks = page.getByRole('region', { name: 'Before moving off' });
  await checks.getByRole('group').first().getByRole('button', { name: 'Wrong' }).click();
  await checks.getByRole('button', { name: 'The rest in order' }).click();
  await expect(checks.getByText('will be marked')).toHaveCount(1);
  await expect(checks.getByRole('button', { name: 'All in order' })).toBeDisabled();
  // Without any check nothing is ticked.
  await page.reload();
  await page.getByRole('button', { name: /^Start the mock with/ }).click();
  const stages = page.getByRole('navigation', { name: 'Stages' });
  await stages.getByRole('button', { name: 'Drive' }).click();
  await expect(stages).not.toContainText('✓');
});

test('questions are asked with the tries that the standard allows, and the plan says what is missing', async ({
  page,
}) => {
  const id = await startMock(page, { learner: 'Tomas Wielgosz', standard: 'Fault ceiling' });
  const plan = page.getByRole('region', { name: 'Drive plan' });
  await expect(plan).toContainText('Explain question: 0 of 1');
  await plan.getByRole('button', { name: 'Question' }).click();
  const sheet = page.getByRole('dialog', { name: 'Explain question' });
  const asked = await sheet.getByRole('heading').textContent();
  await sheet.getByRole('button', { name: 'Another question' }).click();
  await expect(sheet.getByRole('heading')).not.toHaveText(asked ?? '');
  await accessible(page, 'question sheet');
  // The essential points, ticked, say that the answer was right; what was ticked goes with the answer.
  const points = sheet.getByRole('checkbox');
  for (let n = 0; n < (await points.count()); n += 1) await points.nth(n).click();
  await expect(sheet).toContainText('All essential points were given.');
  const told = (await points.count()) - 1;
  await points.first().click();
  await expect(sheet).not.toContainText('All essential points were given.');
  await expect(sheet).toContainText('A wrong answer may be tried again.');
  await sheet.getByRole('button', { name: 'Wrong' }).click();
  await expect(sheet).toContainText('A wrong answer is a mark.');
  await sheet.getByRole('button', { name: 'Wrong' }).click();
  await expect(tape(page).getByRole('listitem')).toHaveCount(1);
  await plan.getByRole('button', { name: 'Pull-up' }).click();
  await plan.getByRole('button', { name: 'Pull-up' }).click();
  await expect(plan).toContainText('Pull-ups: 2 of 3');
  await plan.getByRole('button', { name: 'Question' }).click();
  await page
    .getByRole('dialog', { name: 'Demonstrate question' })
    .getByRole('button', { name: 'Right' })
    .click();
  await expect(plan.getByRole('button', { name: 'Question' })).toBeHidden();
  await page.keyboard.press('Alt+n');
  await expect(page.getByRole('button', { name: 'Drive', exact: true })).toHaveAttribute(
    'aria-current',
    'step',
  );
  await page.keyboard.press('Alt+p');
  await page.getByRole('button', { name: 'Go on marking' }).click();
  await page.getByRole('button', { name: 'End the drive' }).click();
  await expect(page.getByRole('dialog', { name: 'End the drive' })).toContainText('2 of 3 pull-ups');
  await expect(page.getByRole('dialog', { name: 'End the drive' })).not.toContainText('question');
  const answers = async () =>
    (await (await page.request.get(`/api/v1/mocks/${id}/log`)).text())
      .split('\n')
      .filter((line) => line.includes('"kind":"question"'))
      .map((line) => JSON.parse(line) as { question: string; points?: string[] });
  await expect.poll(answers).toHaveLength(3);
  const [first, second] = await answers();
  expect(first?.question).toBe(second?.question);
  expect(first?.points ?? []).toHaveLength(told);
});

test('light and hand are chosen on the marking screen and kept; the cautions are there too', async ({
  page,
}) => {
  await startMock(page, { learner: 'Tomas Wielgosz', standard: 'Fault ceiling' });
  const limits = page.getByRole('region', { name: 'Limits' });
  const pads = page.locator('[data-pad]').first();
  const left = async (locator: typeof pads) => (await locator.boundingBox())?.x ?? 0;
  expect(await left(limits)).toBeGreaterThan(await left(pads));
  await page.getByRole('button', { name: 'Settings: light, side and help' }).click();
  await expect(page.getByRole('dialog')).toContainText('never the driver');
  await page.getByRole('button', { name: 'Dusk' }).click();
  await page.getByRole('button', { name: 'Route on the right' }).click();
  await page.getByRole('button', { name: 'Back to marking' }).click();
  expect(await left(limits)).toBeLessThan(await left(pads));
  await page.reload();
  await expect(page.locator('html')).toHaveAttribute('data-light', 'dusk');
  await accessible(page, 'deck at dusk');
  await page.getByRole('button', { name: 'Settings: light, side and help' }).click();
  await accessible(page, 'light, side and help');
  await page.getByRole('button', { name: 'Back to marking' }).click();
  expect(await left(limits)).toBeLessThan(await left(pads));
});

test('a browser that does not store says so at once, and offers the marks as a file that can be judged', async ({
  page,
}) => {
  await page.addInitScript(() => {
    Object.defineProperty(window, 'indexedDB', {
      value: {
        open: () => {
          throw new DOMException('refused', 'SecurityError');
        },
      },
    });
  });
  await startMock(page, { learner: 'Tomas Wielgosz', standard: 'Fault ceiling' });
  await pad(page, 'Moving away under control', 'Driving fault').click();
  await expect(page.getByRole('alert')).toContainText('This browser can’t save.');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as a file' }).click();
  const file = await download;
  expect(file.suggestedFilename()).toMatch(/\.jwlog\.jsonl$/);
  const lines = readFileSync(await file.path(), 'utf8')
    .trim()
    .split('\n');
  expect(JSON.parse(lines[0] ?? '')).toMatchObject({ kind: 'header', standard: { id: 'fault-ceiling' } });
  expect(lines.filter((line) => line.includes('moving-off.control'))).toHaveLength(1);
});

test('a disk that fills up in mid-drive is said at once, and every mark still reaches the server', async ({
  page,
}) => {
  const id = await startMock(page, { learner: 'Tomas Wielgosz', standard: 'Fault ceiling' });
  await pad(page, 'Moving away under control', 'Driving fault').click();
  await expect(kept(page)).toContainText('All saved here and on the server');
  await page.evaluate(() => {
    IDBObjectStore.prototype.put = () => {
      throw new DOMException('no room', 'QuotaExceededError');
    };
  });
  await pad(page, 'Looking round before moving off', 'Driving fault').click();
  await expect(page.getByRole('alert')).toContainText('This browser can’t save.');
  await expect(tape(page).getByRole('listitem')).toHaveCount(2);
  await expect(kept(page)).toContainText('On the server; this browser can’t save');
  const verdict = await page.request.get(`/api/v1/mocks/${id}/verdict`);
  expect(await verdict.json()).toMatchObject({ counts: { driving: 2 } });
});

test('two devices on one drive see each other’s marks, and a regrade beside an undo ends the same on both', async ({
  page,
  school,
}) => {
  const id = await startMock(page, { learner: 'Tomas Wielgosz', standard: 'Fault ceiling' });
  const other = await school.newContext({ viewport: { width: 390, height: 844 } });
  const phone = await other.newPage();
  await enterDemo(phone);
  await phone.goto(`/mocks/${id}/marking`);
  await chooseArea(phone, 'Moving off');

  await pad(page, 'Moving away under control', 'Driving fault').click();
  await pad(phone, 'Looking round before moving off', 'Driving fault').click();
  for (const screen of [page, phone])
    await expect(tape(screen).getByRole('listitem')).toHaveCount(2, { timeout: 10_000 });

  // Both reach for the same mark before either has seen the other.
  await other.route('**/events**', (route) => route.abort());
  await phone.getByRole('button', { name: 'Undo Moving away under control' }).click();
  await page.getByRole('button', { name: 'How grave was it? Moving away under control' }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Serious fault/ })
    .click();
  await expect(tape(page)).toContainText('serious');
  await other.unroute('**/events**');
  for (const screen of [page, phone]) {
    await expect(tape(screen).getByRole('listitem')).toHaveCount(1, { timeout: 40_000 });
    await expect(tape(screen)).toContainText('Looking round before moving off');
  }
  await expect
    .poll(async () => (await page.request.get(`/api/v1/mocks/${id}/verdict`)).json())
    .toMatchObject({ counts: { driving: 1, serious: 0 } });
  await other.close();
});

test('no area moves under a finger when the route takes its time', async ({ page }) => {
  await page.route('**/api/v1/routes/ostrey', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 2_500));
    await route.continue();
  });
  await startMock(page, { learner: 'Tomas Wielgosz', standard: 'Fault ceiling', route: 'Ostrey lanes' });
  const area = page.getByRole('button', { name: 'Moving off', exact: true }).last();
  await expect(page.getByText('Ostrey lanes: not loaded yet.')).toBeVisible();
  const before = await area.boundingBox();
  await expect(page.getByRole('region', { name: 'Route: Ostrey lanes' })).toBeVisible();
  expect(await area.boundingBox()).toEqual(before);
  await expect(area).toHaveAttribute('aria-pressed', 'true');
});

/** How many of these stand whole on the screen, behind nothing. */
const whole = (page: Page, selector: string) =>
  page.locator(selector).evaluateAll((all) => {
    const inView = (x: number, y: number, of: Element) => {
      const top = document.elementFromPoint(x, y);
      return top !== null && of.contains(top);
    };
    return all.filter((one) => {
      const { left, right, top, bottom } = one.getBoundingClientRect();
      return inView(left + 6, top + 6, one) && inView(right - 6, bottom - 6, one);
    }).length;
  });

/** Every one of these stands whole, once the screen has come to rest. */
async function standWhole(page: Page, selector: string) {
  await expect(page.locator(selector).first()).toBeVisible();
  await expect
    .poll(async () => (await page.locator(selector).count()) - (await whole(page, selector)), selector)
    .toBe(0);
}

for (const standard of ['Fault ceiling', 'Graded faults', 'Road check list'])
  for (const route of [undefined, 'Market and lights'])
    test(`on a tablet all of ${standard} is one touch away without scrolling, ${route ? 'along a route' : 'without a route'}`, async ({
      page,
    }) => {
      await startMock(page, { learner: 'Tomas Wielgosz', standard, ...(route ? { route } : {}) });
      await page.getByRole('button', { name: 'Likely now' }).click();
      await expect(page.locator('[data-pad]')).toHaveCount(6);
      if (route) {
        const ahead = page.getByRole('list', { name: 'Ahead' }).getByRole('listitem');
        await expect.poll(() => ahead.count()).toBeGreaterThanOrEqual(4);
        await expect.poll(() => whole(page, '[aria-label="Ahead"] li')).toBeGreaterThanOrEqual(4);
      }
      await standWhole(page, '[data-pad] button');
      const areas = page.getByRole('group', { name: 'Areas' }).getByRole('button');
      expect(await areas.count()).toBeGreaterThan(10);
      await standWhole(page, '[role="group"][aria-label="Areas"] button');
      await standWhole(page, 'footer button');
      // The search takes room once it is wanted.
      await expect(page.getByRole('textbox', { name: 'Find by letters' })).toBeHidden();
      await page.getByRole('button', { name: 'Find by letters' }).click();
      await expect(page.getByRole('textbox', { name: 'Find by letters' })).toBeFocused();
      await page.keyboard.press('Escape');
      await expect(areas.first()).toBeVisible();
      await page.keyboard.type('sig');
      await expect(page.getByRole('textbox', { name: 'Find by letters' })).toHaveValue('sig');
    });

test('a yard has its course, its run, its limits and its usual faults on one screen', async ({ page }) => {
  await startMock(page, { learner: 'Tomas Wielgosz', standard: 'Timed yard' });
  await expect(page.getByRole('navigation', { name: 'Stages' })).toBeHidden();
  await page.getByRole('button', { name: 'Start: Slope' }).click();
  const course = page.getByRole('region', { name: 'The course' });
  await expect(course).toContainText('Slopenow');
  await expect(course).toContainText('Emergency brakenext');
  const run = page.getByRole('region', { name: 'Manoeuvre: Slope' });
  await expect(run).toContainText('Engine speed, rpm');
  const limits = page.getByRole('region', { name: 'Limits' });
  await expect(limits).toContainText('This manoeuvre');
  await expect(limits).toContainText('The whole test');
  for (const selector of ['[data-pad] button', '[aria-label="Limits"] > *', 'section button'])
    await standWhole(page, selector);
});

test('on a phone four marks stand whole above the bar, and the rest is behind two buttons', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await startMock(page, { learner: 'Tomas Wielgosz', standard: 'Fault ceiling', route: 'Market and lights' });
  await expect(page.getByRole('button', { name: 'Next on the route' })).toBeVisible();
  await chooseArea(page, 'Likely now');
  await expect(page.getByRole('dialog')).toBeHidden();
  await expect.poll(() => whole(page, '[data-pad]')).toBeGreaterThanOrEqual(4);
  await standWhole(page, 'header > :not(:empty)');
  await page.getByRole('button', { name: 'Areas', exact: true }).click();
  await accessible(page, 'areas on a phone');
  await page.getByRole('button', { name: 'Junctions', exact: true }).click();
  await expect(page.locator('[data-pad]')).toHaveCount(9);
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await accessible(page, 'more on a phone');
  await page.getByRole('button', { name: 'Find a mark by letters' }).click();
  await page.getByRole('textbox', { name: 'Find by letters' }).fill('clear');
  await expect(page.locator('[data-pad]').first()).toBeVisible();
});

test('in bright sun and at night the marking screen has its contrast', async ({ page }) => {
  await startMock(page, { learner: 'Tomas Wielgosz', standard: 'Fault ceiling' });
  for (const [words, scheme] of [
    ['Bright sun', 'sun'],
    ['Night', 'dark'],
  ] as const) {
    await page.getByRole('button', { name: 'Settings: light, side and help' }).click();
    await page.getByRole('button', { name: words }).click();
    await page.getByRole('button', { name: 'Back to marking' }).click();
    await expect(page.locator('html')).toHaveAttribute('data-light', scheme);
    // Seven to one, as for text that must be read at a glance.
    await accessible(page, words, ['color-contrast', 'color-contrast-enhanced']);
  }
});
