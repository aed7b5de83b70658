import type { Page } from '@playwright/test';
import { dayFrom, expect, test } from './test';
import { accessible, endDrive, enterDemo, openSetup, pad, pickLearner, startByClicks } from './steps';

const sizes = { tablet: { width: 1280, height: 800 }, phone: { width: 390, height: 844 } } as const;

/** Nothing on a screen may stick out sideways. */
async function fits(page: Page): Promise<void> {
  const over = await page.evaluate(
    () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
  );
  expect(over).toBeLessThanOrEqual(0);
}

/** A screen as a machine reads it, whether it fits, and on a tablet its contrast by night. */
async function sound(page: Page, screen: string): Promise<void> {
  await accessible(page, screen);
  await fits(page);
  // A phone by night has the same colours.
  if (page.viewportSize()?.width === sizes.phone.width) return;
  await page.emulateMedia({ colorScheme: 'dark' });
  await expect(page.locator('html')).toHaveAttribute('data-light', 'dark');
  await accessible(page, `${screen} by night`, ['color-contrast']);
  await page.emulateMedia({ colorScheme: 'light' });
  await expect(page.locator('html')).toHaveAttribute('data-light', 'light');
}

for (const [size, viewport] of Object.entries(sizes))
  test(`every screen is readable by machine, by day and by night, and fits a ${size}`, async ({ page }) => {
    test.setTimeout(300_000);
    await page.setViewportSize(viewport);
    await page.goto('/');
    await expect(page.getByRole('button', { name: 'Sign in', exact: true })).toBeVisible();
    await sound(page, 'sign in');
    await page.getByRole('button', { name: 'Look round the demo school' }).click();
    await expect(page.getByRole('heading', { name: 'Today', level: 1 })).toBeVisible();
    await expect(page.getByRole('region', { name: 'Last mocks' })).toBeVisible();
    await sound(page, 'today');
    await page
      .getByRole('link', { name: /^Amara Okonwe/ })
      .first()
      .click();
    await expect(page.getByRole('region', { name: 'Readiness' })).toContainText('chance of passing', {
      timeout: 20_000,
    });
    await expect(page.getByRole('figure', { name: 'Chance of passing after each mock' })).toBeVisible();
    await sound(page, 'one learner');
    await page.getByRole('link', { name: 'Learners', exact: true }).click();
    await expect(page.getByRole('link', { name: 'Start a mock with Yuto Hasebe' })).toBeVisible();
    await sound(page, 'learners');
    await page.getByRole('link', { name: 'Mocks', exact: true }).click();
    await expect(page.getByRole('main').getByRole('listitem').first()).toBeVisible();
    await sound(page, 'mocks');
    await page.getByRole('link', { name: 'Diary', exact: true }).click();
    await expect(page.getByRole('button', { name: 'Add to diary' })).toBeVisible();
    await sound(page, 'diary');
    await page.getByRole('button', { name: 'Add to diary' }).click();
    await accessible(page, 'an entry of the diary');
    await page.getByRole('button', { name: 'Cancel' }).click();
    await page.getByRole('link', { name: 'School', exact: true }).click();
    for (const [view, sign] of [
      ['Settings', 'People drive on the'],
      ['People', 'What each role can do'],
      ['Changes', 'Ifor Quennell handed'],
      ['Your sign-in', 'Where you’re signed in'],
      ['Forecast accuracy', 'Brier score'],
      ['Readiness rules', 'These numbers are ours'],
      ['Advice', 'Shown at the debrief'],
    ] as const) {
      await page.getByRole('tab', { name: view }).click();
      await expect(page.getByText(sign).first()).toBeVisible();
      await sound(page, `school, ${view}`);
    }
    await page.getByRole('link', { name: 'Questions', exact: true }).click();
    await pickLearner(page.getByRole('combobox', { name: 'Learner' }), 'Yuto Hasebe');
    for (const view of ['As in a test', 'Memory', 'Drill']) {
      await page.getByRole('link', { name: view }).click();
      await expect(page.getByRole('combobox', { name: 'Learner' })).toHaveValue('Yuto Hasebe');
      await page.waitForLoadState('networkidle');
      await sound(page, `questions, ${view}`);
    }
    await page.getByRole('button', { name: 'Rules and signs' }).click();
    await page.getByRole('button', { name: 'I ask and tick' }).click();
    await sound(page, 'a sign in a drill');
    await page.getByRole('link', { name: 'Bank' }).click();
    await expect(page.getByRole('region', { name: 'Explain' })).toBeVisible();
    await sound(page, 'bank');
    await page.getByRole('link', { name: 'Vehicles' }).click();
    await expect(page.getByRole('region', { name: 'White saloon, automatic' })).toContainText(
      'Not fit for a test',
    );
    await sound(page, 'vehicles');
    await page.getByRole('link', { name: 'White saloon, automatic' }).click();
    await expect(page.getByRole('group', { name: 'Vehicle checks' })).toBeVisible();
    await sound(page, 'one vehicle');
    await page.getByRole('link', { name: 'Check this vehicle' }).click();
    await sound(page, 'going over');
    await page.goBack();
    await page.getByRole('link', { name: 'Walk through its controls' }).click();
    await sound(page, 'walk through');
    await page.getByRole('link', { name: 'Standards' }).click();
    await expect(page.getByText('all 41 worked examples hold')).toBeVisible();
    await sound(page, 'standards');
    await page.getByRole('link', { name: 'Timed yard' }).click();
    await expect(page.getByText('At most 180 seconds: more ends the test.')).toBeVisible();
    await sound(page, 'one standard');
    await page.getByRole('link', { name: 'All drives under this standard' }).click();
    await expect(page.getByRole('group', { name: 'Drives under this standard' })).toBeVisible();
    await sound(page, 'all drives under one standard');
    await page.goto('/standards/timed-yard/1.2.0/changes');
    await expect(page.getByRole('region', { name: 'Worked examples' })).toBeVisible();
    await sound(page, 'changes');
    await page.goto('/standards/timed-yard/1.2.0/edit');
    await page.getByRole('button', { name: /^Roll-back .* of 30 or more/ }).click();
    await expect(page.getByRole('complementary', { name: 'Live check' })).toContainText('worked examples');
    await sound(page, 'the editor');
    await page.getByRole('link', { name: 'Today' }).click();
    await openSetup(page, 'Tomas Wielgosz');
    await expect(page.getByRole('button', { name: 'Start the mock with Tomas Wielgosz' })).toBeEnabled();
    await sound(page, 'set-up');
    await page.goBack();
    await startByClicks(page, { learner: 'Tomas Wielgosz', standard: 'Fault ceiling' });
    await pad(page, 'Looking round before moving off', 'Serious fault').click();
    await sound(page, 'deck');
    const small = await page.locator('main button:visible').evaluateAll((buttons) =>
      buttons
        .map((button) => ({ text: button.textContent, box: button.getBoundingClientRect() }))
        .filter(({ box }) => Math.round(box.width) < 72 || Math.round(box.height) < 72)
        .map(({ text, box }) => `${text} ${box.width}x${box.height}`),
    );
    expect(small).toEqual([]);
    const tiny = await page.locator('main *:visible').evaluateAll((elements) =>
      elements
        .filter((element) =>
          [...element.childNodes].some((node) => node.nodeType === 3 && node.textContent?.trim()),
        )
        .filter((element) => parseFloat(getComputedStyle(element).fontSize) < 16)
        .map((element) => element.textContent),
    );
    expect(tiny).toEqual([]);
    await endDrive(page);
    await sound(page, 'kerb');
    await page.getByRole('link', { name: 'Report' }).click();
    await expect(page.getByRole('heading', { name: 'Faults by section' })).toBeVisible();
    await sound(page, 'report');
    await page.getByRole('link', { name: 'What the marks mean' }).click();
    await expect(page.getByRole('list', { name: 'Marked skills' })).toBeVisible();
    await sound(page, 'what the marks mean');
    await page.goto('/mocks/sheet');
    await expect(page.getByRole('region', { name: 'Verdict so far' })).toBeVisible();
    await sound(page, 'a paper sheet');
  });

test('every part of the editor opens, is readable by machine and fits a phone', async ({ page }) => {
  await enterDemo(page);
  const parts = [
    'about',
    'severities',
    'sections-and-items',
    'manoeuvres',
    'measures',
    'questions',
    'checks',
    'drive-plan',
    'where-schools-disagree',
    'worked-examples',
    'sources',
  ];
  for (const [n, part] of parts.entries()) {
    // Both have all parts but questions and measures, which are in one of them each.
    const standard = part === 'measures' ? 'timed-yard' : 'fault-ceiling';
    await page.setViewportSize(n % 2 === 0 ? sizes.tablet : sizes.phone);
    await page.goto(`/standards/${standard}/1.2.0/edit?part=${part}`);
    await expect(page.getByText('No problems')).toBeVisible();
    const first = page.locator('main section button[aria-expanded]').first();
    if (await first.isVisible()) await first.click();
    await accessible(page, `editor: ${part}`);
    await fits(page);
  }
});

test('anywhere is a few letters away, and the question mark shows help and the keys', async ({ page }) => {
  await enterDemo(page);
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox').fill('Sefa start');
  await page.getByRole('option').first().click();
  await expect(page.getByRole('button', { name: 'Start the mock with Sefa Taulalo' })).toBeVisible();
  await page.goBack();
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox').fill('blue hatch vehicle');
  await page.getByRole('option').first().click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Blue hatchback');
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox').fill('bypass route');
  await page.getByRole('option').first().click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Bypass and back');
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'Today', level: 1 })).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toContainText('Help: Today');
  await expect(page.getByRole('dialog')).toContainText('Keys on this screen');
  await expect(page.getByRole('dialog')).not.toContainText('Undo the last change');
  await page.getByRole('button', { name: 'Close' }).click();
  // A screen with keys of its own tells them too.
  await page.goto('/routes/new');
  await expect(page.getByRole('button', { name: 'Redo' })).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toContainText('Undo the last change');
  await expect(page.getByRole('dialog')).toContainText(
    'Find a learner, a mock, a route, a vehicle, a standard, a screen',
  );
});

test('on a phone, a learner who can be touched stays where they are when what stands above takes its time', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  for (const [path, wait] of [
    ['mocks?*', 1_500],
    ['lessons?*', 3_500],
  ] as const)
    await page.route(`**/api/v1/${path}`, async (route) => {
      await new Promise((resolve) => setTimeout(resolve, wait));
      await route.continue();
    });
  await enterDemo(page);
  const mock = page.getByRole('link', { name: /^Start a mock with/ }).first();
  await mock.scrollIntoViewIfNeeded();
  const top = async () => (await mock.boundingBox())?.y ?? 0;
  const first = await top();
  await expect(page.getByRole('region', { name: 'In the diary' })).toBeVisible();
  await page.waitForLoadState('networkidle');
  expect(Math.abs((await top()) - first)).toBeLessThan(2);
});

test('a new learner can be added and mocked with; a blank name is refused', async ({ page }) => {
  await enterDemo(page);
  await page.getByRole('button', { name: 'Add a learner' }).click();
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByRole('dialog')).toContainText('Enter a name of up to 80 letters.');
  await page.getByRole('dialog').getByLabel('Name').fill('Zora Millbank');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await page.getByLabel('Find a learner').fill('zora');
  await expect(page.getByRole('link', { name: 'Start a mock with Zora Millbank' })).toBeVisible();
  await page.getByRole('link', { name: /^Zora Millbank/ }).click();
  await expect(page.getByText('No mock yet')).toBeVisible();
});

test('a wrong passphrase, a mock that is not there and an unknown address are told in words', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByLabel('Your name').fill('Nobody Atall');
  await page.getByLabel('Passphrase').fill('not this one');
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText('Name and passphrase do not go together.');
  await page.getByLabel('Your name').fill('Maren Holtby');
  await page.getByLabel('Passphrase').fill('wren at the window');
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Today', level: 1 })).toBeVisible();
  await page.goto('/mocks/00000000-0000-4000-8000-000000000000');
  await expect(page.getByText('This mock doesn’t exist')).toBeVisible();
  await page.goto('/nowhere');
  await expect(page.getByText('This screen doesn’t exist')).toBeVisible();
});

test('from a lesson in the diary three touches lead to the marking screen, with its car and its route', async ({
  page,
}) => {
  await enterDemo(page);
  // Those of others, and those that are over, offer none.
  const offered = page.getByRole('link', { name: /^Mock in the lesson with / });
  await expect(offered.first()).toBeVisible();
  const named = await offered.evaluateAll((links) =>
    links.map((link) => link.getAttribute('aria-label')?.replace('Mock in the lesson with ', '') ?? ''),
  );
  const lessons = (
    (await (
      await page.request.get(`/api/v1/lessons?from=${dayFrom(0)}T00:00:00Z&to=${dayFrom(1)}T00:00:00Z`)
    ).json()) as {
      items: {
        learner: { name: string } | null;
        vehicle: { name: string } | null;
        route: { title: string } | null;
      }[];
    }
  ).items;
  const lesson = lessons.find(
    ({ learner, vehicle, route }) => named.includes(learner?.name ?? '?') && vehicle && route,
  );
  await page.getByRole('link', { name: `Mock in the lesson with ${lesson?.learner?.name ?? ''}` }).click();
  const chosen = (name: string) =>
    page.getByRole('radiogroup', { name, exact: true }).getByRole('radio', { checked: true });
  await expect(chosen('Vehicle')).toHaveAccessibleName(new RegExp(`^${lesson?.vehicle?.name ?? ''}`));
  await expect(chosen('Route')).toHaveAccessibleName(new RegExp(`^${lesson?.route?.title ?? ''}`));
  const start = page.getByRole('button', { name: /^Start the mock with/ });
  await expect(start).toBeInViewport({ ratio: 1 });
  await page.getByRole('button', { name: 'All in order' }).click();
  await start.click();
  await expect(page.getByRole('timer')).toBeVisible();
});

test('a mock is set up from the keyboard, in under ten tabs', async ({ page }) => {
  await enterDemo(page);
  await page.goto('/setup');
  const learner = page.getByRole('combobox', { name: 'Learner' });
  await expect(learner).toBeFocused();
  await page.keyboard.type('Tomas');
  await expect(page.getByRole('option', { name: /Tomas Wielgosz/ })).toBeVisible();
  await page.keyboard.press('Enter');
  const inOrder = page.getByRole('button', { name: 'All in order' });
  await expect(inOrder).toBeVisible();
  const focused = () => inOrder.evaluate((button) => button === document.activeElement);
  let tabs = 0;
  while (tabs < 20 && !(await focused())) {
    await page.keyboard.press('Tab');
    tabs += 1;
  }
  expect(tabs).toBeLessThan(10);
  await page.keyboard.press('Enter');
  await expect(inOrder).toBeDisabled();
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('timer')).toBeVisible();
});

test('the first Tab offers to skip the frame', async ({ page }) => {
  await enterDemo(page);
  const skip = page.getByRole('button', { name: 'Skip to content' });
  await page.keyboard.press('Tab');
  await expect(skip).toBeFocused();
  await accessible(page, 'skip to content');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('main')).toBeFocused();
  await page.keyboard.press('Tab');
  expect(await page.evaluate(() => document.activeElement?.closest('main') !== null)).toBe(true);
});

test('the window is named after the screen, and after whom it is about', async ({ page }) => {
  await enterDemo(page);
  await expect(page).toHaveTitle('Today, Jasperwren');
  const screens = page.getByRole('navigation', { name: 'Screens' });
  await screens.getByRole('link', { name: 'Learners' }).click();
  await expect(page).toHaveTitle('Learners, Jasperwren');
  await page
    .getByRole('main')
    .getByRole('link', { name: /^Priya Venkatesan/ })
    .click();
  await expect(page).toHaveTitle('Priya Venkatesan, Jasperwren');
  // Also when all of it is here already.
  await screens.getByRole('link', { name: 'Learners' }).click();
  await page
    .getByRole('main')
    .getByRole('link', { name: /^Priya Venkatesan/ })
    .click();
  await expect(page).toHaveTitle('Priya Venkatesan, Jasperwren');
  await page.goto('/standards/timed-yard/1.2.0/edit');
  await expect(page).toHaveTitle('Timed yard, editing, Jasperwren');
  // Addresses of the last version lead on.
  const mocks = (await (await page.request.get('/api/v1/tests?limit=1')).json()) as {
    items: { id: string }[];
  };
  const id = mocks.items[0]?.id ?? '';
  await page.goto(`/tests/${id}/kerb`);
  await expect(page).toHaveURL(`/mocks/${id}/debrief`);
  await page.goto('/standards/timed-yard/1.2.0/drives');
  await expect(page).toHaveURL('/standards/timed-yard/1.2.0/mocks');
});
