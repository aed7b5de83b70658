import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { dayFrom, expect, test } from './test';
import { accessible, enterDemo, pad, pickLearner, signInToDemo, startMock } from './steps';

const readiness = (page: Page) => page.getByRole('region', { name: 'Readiness' });

test('a learner’s page says how ready, what is missing and what to work on; the date moves it, papers and a reason are kept', async ({
  page,
}) => {
  await enterDemo(page);
  await page
    .getByRole('link', { name: /^Amara Okonwe/ })
    .first()
    .click();
  await expect(readiness(page)).toContainText('chance of passing, between', { timeout: 20_000 });
  await expect(readiness(page)).toContainText('Nearly');
  // One bad habit is the story of this learner; on some days a single grave mark costs more.
  const work = page.getByRole('region', { name: 'What to work on next' });
  const habit = work.getByRole('listitem').filter({ hasText: 'Looking round before moving off' });
  await expect(habit).toContainText('chin to shoulder');
  await expect(habit).toContainText('Practise it on');
  await expect(work.getByRole('listitem').first()).toContainText(/^1.*Raises the chance by \d+\.\d points/);
  // Papers that run out before the test are a condition.
  const conditions = page.getByRole('region', { name: 'Requirements' });
  await conditions.getByRole('button', { name: /^Show all/ }).click();
  await expect(conditions).toContainText('Theory pass runs out');
  await page.getByRole('button', { name: 'Remove Theory pass' }).click();
  await expect(conditions).toContainText('Documents in order: all seen');

  const before = await readiness(page).getByRole('img').getAttribute('aria-label');
  const slider = page.getByRole('slider');
  await slider.focus();
  for (let n = 0; n < 3; n += 1) await page.keyboard.press('PageUp');
  await expect(page.getByRole('button', { name: 'Book this day' })).toBeVisible();
  await expect(readiness(page).getByRole('img')).not.toHaveAttribute('aria-label', before ?? '', {
    timeout: 20_000,
  });
  await page.getByRole('button', { name: 'Book this day' }).click();
  await expect(page.getByRole('button', { name: 'Book this day' })).toBeHidden();

  const chart = page.getByRole('figure', { name: 'Chance of passing after each mock' });
  await chart.getByRole('button', { name: 'As a table' }).click();
  await expect(chart.getByRole('row')).toHaveCount(7);
  const saved = page.waitForEvent('download');
  await chart.getByRole('button', { name: 'CSV' }).click();
  expect(readFileSync((await (await saved).path()) ?? '', 'utf8')).toMatch(/^Day,"?Chance, %/);

  await page.getByRole('button', { name: 'Override' }).click();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Say why')).toBeVisible();
  await page.getByRole('textbox', { name: 'Why' }).fill('Nothing to say for three whole drives.');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(readiness(page)).toContainText('Nothing to say for three whole drives.');
  await expect(readiness(page)).toContainText('By the mocks:');
  await page.getByRole('button', { name: 'Remove override' }).click();
  await expect(readiness(page)).not.toContainText('Nothing to say');
});

test('what stands below the forecast is not in reach before it has come, to jump away from under a finger', async ({
  page,
}) => {
  await signInToDemo(page);
  let go: () => void = () => undefined;
  const held = new Promise<void>((resolve) => (go = resolve));
  await page.route('**/evidence*', async (route) => {
    await held;
    await route.continue();
  });
  await page.goto('/learners?sort=name');
  await page.getByRole('link', { name: 'Rosa Quilmar' }).first().click();
  const details = page.getByRole('region', { name: 'Details' });
  await expect(page.getByText('Loading mock results')).toBeVisible();
  await expect(details).toBeAttached();
  await expect(details).not.toBeInViewport();
  go();
  await expect(readiness(page)).toContainText('chance of passing');
  await expect(details).not.toBeInViewport();
});

test('another standard, a result of a day to come, and a learner without any mock are told in words', async ({
  page,
}) => {
  await enterDemo(page);
  await page
    .getByRole('link', { name: /^Tomas Wielgosz/ })
    .first()
    .click();
  await expect(readiness(page)).toContainText('chance of passing', { timeout: 20_000 });
  await page.getByRole('combobox', { name: 'Under the standard' }).click();
  await page.getByRole('option', { name: 'Graded faults' }).click();
  await expect(page.getByRole('region', { name: 'Mocks under Graded faults' })).toContainText(
    'Marked under Fault ceiling: its marks are carried over by skill.',
    { timeout: 20_000 },
  );
  const results = page.getByRole('region', { name: 'Licence tests' });
  await results.getByLabel('Day of the test').fill('2099-01-01');
  await results.getByRole('button', { name: 'Passed', exact: true }).click();
  await expect(results).toContainText('This day has not come');
  await page.goto('/');
  await page.getByRole('button', { name: 'Add a learner' }).click();
  await page.getByLabel('Name').fill('Odile Tamaro');
  await page.getByRole('button', { name: /^Add/ }).last().click();
  await page.getByLabel('Find a learner').fill('Odile');
  await page.getByRole('link', { name: /^Odile Tamaro/ }).click();
  await expect(page.getByText('No mock yet')).toBeVisible();
});

test('the debrief: own view first, then the verdict, three things, a goal; a link shows it to the learner on a phone', async ({
  page,
  school,
}) => {
  const id = await startMock(page, { learner: 'Bram Oosterwal', standard: 'Fault ceiling' });
  await pad(page, 'Moving away under control', 'Serious fault').click();
  await pad(page, 'Looking round before moving off', 'Driving fault').click();
  await page.getByRole('button', { name: 'End the drive' }).click();
  await page.getByRole('button', { name: /^Finished/ }).click();
  // Before anything is told, the learner is asked.
  await expect(page.getByRole('heading', { name: 'Bram, how did it feel?' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Verdict' })).toBeHidden();
  await accessible(page, 'kerb, before the verdict');
  await page.getByRole('group', { name: 'Control' }).getByRole('button', { name: 'sure' }).click();
  await page.getByRole('button', { name: 'Show the verdict', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Verdict' })).toContainText(
    'Serious faults: 1, none allowed',
  );
  const three = page.getByRole('region', { name: 'Three things to work on' });
  await expect(three.getByRole('listitem').first()).toContainText('Moving away under control', {
    timeout: 20_000,
  });
  await expect(three.getByRole('listitem').first()).toContainText('1 serious fault today');
  await page.getByRole('region', { name: 'Goals for the next lesson' }).getByRole('button').first().click();
  await expect(page.getByRole('button', { name: /^Remove the goal/ })).toHaveCount(1);
  const both = page.getByRole('region', { name: /^Your own view/ });
  await both.getByRole('group', { name: 'Control' }).getByRole('button', { name: 'lost' }).click();
  await expect(both.getByRole('group', { name: 'Control' })).toContainText('8 above yours');
  await page.getByLabel(/I heard that/).click();
  await page.getByRole('option', { name: 'A stall always fails' }).click();
  await expect(page.getByText('No. What counts is what follows')).toBeVisible();

  await page.getByRole('link', { name: 'Report' }).click();
  await page.getByRole('button', { name: 'Save as' }).click();
  const saved = page.waitForEvent('download');
  await page.getByRole('menuitem', { name: /PDF/ }).click();
  expect(
    readFileSync((await (await saved).path()) ?? '')
      .subarray(0, 5)
      .toString(),
  ).toBe('%PDF-');
  await page.getByRole('button', { name: 'Share' }).click();
  await page.getByRole('button', { name: 'Make a link' }).click();
  const url = await page.getByLabel('The link, shown this once').inputValue();
  const phone = await school.newContext({ viewport: { width: 390, height: 844 } });
  const theirs = await phone.newPage();
  await theirs.goto(url);
  await expect(theirs.getByRole('heading', { name: 'Bram, your mock test' })).toBeVisible();
  await expect(theirs.getByRole('region', { name: 'Goals for the next lesson' })).toContainText(
    'Moving away',
  );
  await expect(theirs.getByText('Control: you 10, your instructor 2')).toBeVisible();
  await accessible(theirs, 'a shared drive');
  expect(await theirs.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await page.getByRole('button', { name: 'End it now' }).click();
  await expect(page.getByRole('list', { name: 'Links that are open' })).toBeHidden();
  await theirs.reload();
  await expect(theirs.getByRole('alert')).toContainText('Ask your instructor for a new one');
  await phone.close();
  expect(id).not.toBe('');
});

test('the diary: an entry that does not fit says so, is moved and taken out; calendars go out and come in', async ({
  page,
}) => {
  await signInToDemo(page);
  await page.goto('/diary');
  // A day without anything else.
  await page.goto(`/diary?view=day&day=2031-03-04&who=all`);
  await expect(page.getByText('Nothing on this day yet')).toBeVisible();
  const put = async (learner: string, from: string) => {
    await page.getByRole('button', { name: 'Add to diary' }).click();
    const dialog = page.getByRole('dialog');
    await pickLearner(dialog.getByRole('combobox', { name: 'Learner' }), learner);
    await dialog.getByLabel('From').fill(from);
    await dialog.getByRole('combobox', { name: 'Vehicle' }).click();
    await page.getByRole('option', { name: 'Grey hatchback, manual' }).click();
    await dialog.getByRole('button', { name: 'Save' }).click();
    await expect(dialog).toBeHidden();
  };
  await page.getByRole('button', { name: 'Add to diary' }).click();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Choose who it is with.')).toBeVisible();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await put('Ines Tavarro', '09:00');
  await put('Tomas Wielgosz', '10:00');
  const wrong = page.getByRole('region', { name: 'Clashes' });
  await expect(wrong).toContainText('Grey hatchback, manual is also with Tomas Wielgosz then');
  await page
    .getByRole('listitem')
    .filter({ hasText: 'Tomas' })
    .last()
    .getByRole('button', { name: 'Change' })
    .click();
  await page.getByRole('dialog').getByLabel('From').fill('11:30');
  await page.getByRole('button', { name: 'Save' }).click();
  // Behind an open dialog nothing has a role.
  await expect(page.getByRole('dialog')).toBeHidden();
  await expect(wrong).toBeHidden();
  await page
    .getByRole('listitem')
    .filter({ hasText: 'Tomas' })
    .getByRole('button', { name: 'Change' })
    .click();
  await page.getByRole('button', { name: 'Delete' }).click();
  const deleted = page.getByRole('status').filter({ hasText: 'Tomas Wielgosz, Tue 4 Mar 11:30: deleted.' });
  await expect(deleted).toBeVisible();
  const tomas = page.getByRole('listitem').filter({ hasText: 'Tomas' });
  await expect(tomas).toHaveCount(0);
  await deleted.getByRole('button', { name: 'Undo' }).click();
  await expect(tomas).toHaveCount(1);

  await page.getByRole('button', { name: 'Other calendars' }).click();
  await page.getByLabel('Show full names').check();
  await page.getByRole('button', { name: 'Make a new address' }).click();
  const address = await page.getByLabel('The address, shown this once').inputValue();
  const feed = await page.request.get(address);
  expect(feed.headers()['content-type']).toContain('text/calendar');
  expect(await feed.text()).toContain('BEGIN:VCALENDAR');
  const soon = dayFrom(5).replaceAll('-', '');
  const calendar = [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'BEGIN:VEVENT',
    'UID:one',
    `DTSTART:${soon}T190000Z`,
    `DTEND:${soon}T200000Z`,
    'SUMMARY:Night drive Priya Venkatesan',
    'END:VEVENT',
    'BEGIN:VEVENT',
    'UID:two',
    `DTSTART;VALUE=DATE:${soon}`,
    'SUMMARY:Fair',
    'END:VEVENT',
    'END:VCALENDAR',
  ].join('\r\n');
  const bring = page.getByRole('region', { name: 'Import a calendar' });
  const choose = (text: string) =>
    bring
      .locator('input[type=file]')
      .setInputFiles({ name: 'c.ics', mimeType: 'text/calendar', buffer: Buffer.from(text) });
  await choose('this is a letter');
  await expect(bring).toContainText('This isn’t an iCalendar file');
  await choose(calendar);
  await expect(bring.getByRole('list', { name: 'Left out' })).toContainText('Fair: lasts whole days');
  await bring.getByRole('button', { name: 'Import 1 entry' }).click();
  await expect(bring).toContainText('1 added, 0 updated.');
  await choose(calendar);
  await bring.getByRole('button', { name: 'Import 1 entry' }).click();
  await expect(bring).toContainText('0 added, 1 updated.');
  expect(await (await page.request.get(address)).text()).toContain('Priya Venkatesan');
  await page.getByRole('button', { name: 'End the address' }).click();
  await expect(page.getByText('The address is ended.')).toBeVisible();
  expect((await page.request.get(address)).status()).toBe(410);
});

test('the school: its own advice is shown at the debrief, absurd settings cannot be kept, and trust is told with its figures', async ({
  page,
}) => {
  await signInToDemo(page);
  await page.goto('/school');
  await expect(page.getByText(/^The forecast beats guessing/)).toBeVisible();
  await expect(page.getByText('Dafydd Penhale').locator('..')).toContainText('sees it better than you');
  await expect(page.getByText('Priya Venkatesan').locator('..')).toContainText('sees it worse than you');
  const chart = page.getByRole('figure', { name: 'Forecast and what happened' });
  await chart.getByRole('button', { name: 'As a table' }).click();
  await expect(chart.getByRole('row')).toHaveCount(6);

  const strict = page.getByRole('region', { name: 'How strict licence tests are' });
  await expect(strict).toContainText(/from \d+ results/, { timeout: 20_000 });
  await expect(strict).toContainText('Forecasts don’t use this');
  await strict.getByRole('button', { name: /^Use [\d.]+ in forecasts/ }).click();
  await expect(strict).toContainText(/Forecasts count [\d.]+ times/);
  await strict.getByRole('button', { name: 'Stop using it' }).click();
  await expect(strict).toContainText('Forecasts don’t use this');

  await page.getByRole('tab', { name: 'Readiness rules' }).click();
  const mocks = page.getByLabel('Mocks needed');
  await mocks.fill('300');
  await expect(page.getByText('From 1 to 20.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Save' })).toBeDisabled();
  await mocks.fill('4');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Ships as 3')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Save' })).toBeDisabled();
  await page.getByRole('button', { name: 'Reset to defaults' }).click();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Ships as 3')).toBeHidden();
  // Saved, or leaving would ask.
  await expect(page.getByText('Saved.')).toBeVisible();

  await page.getByRole('tab', { name: 'Advice' }).click();
  await page.getByRole('button', { name: /^Stalling/ }).click();
  await page.getByLabel('Usual cause').fill('The left foot is in a hurry.');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('button', { name: /^Stalling, in your words/ })).toBeVisible();
  await page.getByRole('button', { name: 'Reset to default' }).click();
  await expect(page.getByRole('button', { name: 'Stalling', exact: true })).toBeVisible();
});
