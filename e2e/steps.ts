import { randomUUID } from 'node:crypto';
import { expect, type Locator, type Page } from '@playwright/test';
import axe from 'axe-core';
import type { RouteSummary, StandardSummary } from '../contract';
// From its own file: the classes of the contract are not understood here.
import { API } from '../contract/constants';
import { compareVersions } from '../core/standard';
import { TEST_NOW, TEST_ZONE } from '../server/testing/now';

/** Signs in to the demo school without opening a screen: each screen that is opened costs time. */
export async function signInToDemo(page: Page): Promise<void> {
  // The button that does the same is clicked where sign-in is tested.
  expect((await page.request.post(`${API}/session/demo`)).ok()).toBe(true);
}

/** Signs in to the demo school, and opens Today. */
export async function enterDemo(page: Page): Promise<void> {
  await signInToDemo(page);
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'Today', level: 1 })).toBeVisible();
}

/** From today to the set-up of a mock with one learner, found by their name. */
export async function openSetup(page: Page, learner: string): Promise<void> {
  await page.getByLabel('Find a learner').fill(learner);
  await page.getByRole('link', { name: `Start a mock with ${learner}` }).click();
  await expect(page.getByRole('button', { name: `Start the mock with ${learner}` })).toBeVisible();
}

/** Finds and chooses one learner by a few letters of the name. */
export async function pickLearner(within: Locator, learner: string): Promise<void> {
  await within.fill(learner.slice(0, 5));
  await within.page().getByRole('option', { name: learner }).click();
  await expect(within).toHaveValue(learner);
}

interface WhichMock {
  readonly learner: string;
  readonly standard: string;
  readonly route?: string;
}

/** Signs in to the demo school and opens the marking screen of a new mock, all checks in order; its id. */
export async function startMock(page: Page, { learner, standard, route }: WhichMock): Promise<string> {
  await signInToDemo(page);
  const itemsOf = async <T>(path: string) =>
    ((await (await page.request.get(`${API}/${path}`)).json()) as { readonly items: readonly T[] }).items;
  const learners = await itemsOf<{ readonly id: string; readonly name: string }>('learners?limit=100');
  const titled = (title: string) => (one: { readonly title: string }) => one.title === title;
  const found = (await itemsOf<StandardSummary>('standards'))
    .filter(titled(standard))
    .sort((a, b) => compareVersions(a.version, b.version))
    .at(-1);
  const along = route ? (await itemsOf<RouteSummary>('routes')).find(titled(route)) : null;
  const id = randomUUID();
  const started = await page.request.post(`${API}/mocks`, {
    data: {
      id,
      learner: learners.find(({ name }) => name === learner)?.id,
      standard: { id: found?.id, version: found?.version },
      ...(along === null ? {} : { route: along?.id }),
      retest: false,
      startedAt: TEST_NOW,
      zone: TEST_ZONE,
      ready: [],
    },
  });
  expect(started.status(), await started.text()).toBe(201);
  await page.goto(`/mocks/${id}/marking`);
  await deckOf(page, standard);
  return id;
}

async function deckOf(page: Page, standard: string): Promise<void> {
  await expect(page.getByRole('timer')).toBeVisible();
  // The likely pads come first; tests that mark by hand begin with an area that does not change.
  if (standard === 'Fault ceiling') await chooseArea(page, 'Moving off');
}

/** On a phone the areas open at a touch. */
export async function chooseArea(page: Page, area: string): Promise<void> {
  await expect(page.getByRole('timer')).toBeVisible();
  const behind = page.getByRole('button', { name: 'Areas', exact: true });
  if (await behind.isVisible()) await behind.click();
  await page.getByRole('button', { name: area, exact: true }).click();
}

/** What is seldom wanted on the marking screen, which a phone has behind one button. */
export async function chooseSeldom(page: Page, name: string | RegExp): Promise<void> {
  const behind = page.getByRole('button', { name: 'More', exact: true });
  if (await behind.isVisible()) await behind.click();
  await page.getByRole('button', { name }).click();
}

/** From today to a running Deck, by clicks. */
export async function startByClicks(
  page: Page,
  {
    learner,
    standard,
    route = 'No route',
    road = true,
  }: WhichMock & {
    /** A yard has no route to choose. */
    readonly road?: boolean;
  },
): Promise<string> {
  await openSetup(page, learner);
  const choice = page.getByRole('radio', { name: new RegExp(`^${standard}`) });
  await expect(page.getByRole('radio').first()).toBeVisible();
  if (!(await choice.isVisible()))
    await page
      .getByRole('button', { name: /^Show all/ })
      .first()
      .click();
  await choice.check();
  // Tests that are not about routes mark without one.
  await expect(page.getByRole('region', { name: 'Before moving off' })).toBeVisible();
  if (road) {
    const way = page.getByRole('radio', { name: new RegExp(`^${route}`) });
    await expect(page.getByRole('radio', { name: /^No route/ })).toBeVisible();
    if (!(await way.isVisible()))
      await page
        .getByRole('button', { name: /^Show all/ })
        .last()
        .click();
    await way.check();
  } else await expect(page.getByRole('radiogroup', { name: 'Route', exact: true })).toBeHidden();
  const allRight = page.getByRole('button', { name: 'All in order' });
  if (await allRight.isVisible()) await allRight.click();
  await page.getByRole('button', { name: `Start the mock with ${learner}` }).click();
  await deckOf(page, standard);
  return /mocks\/([^/]+)/.exec(page.url())?.[1] ?? '';
}

export async function endDrive(page: Page): Promise<void> {
  await chooseSeldom(page, 'End the drive');
  await page.getByRole('button', { name: /^Finished/ }).click();
  await expect(page.getByRole('heading', { name: /Debrief with/ })).toBeVisible();
  // Once it was shown, it stays so.
  const show = page.getByRole('button', { name: 'Show the verdict without it' });
  await expect(show.or(page.getByRole('region', { name: 'Verdict' }))).toBeVisible();
  if (await show.isVisible()) await show.click();
}

/** Touches a pad zone: an item and a severity by their words. */
export const pad = (page: Page, item: string, severity: string) =>
  page.getByRole('button', { name: `${item}: ${severity}`, exact: true });

export const tape = (page: Page) => page.getByRole('region', { name: 'Last marks' });

export const kept = (page: Page) => page.getByRole('status').filter({ hasText: /saved|server/i });

/** Nothing that axe finds wrong; or nothing that some of its rules do. */
export async function accessible(page: Page, screen: string, rules: readonly string[] = []): Promise<void> {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source);
  const found = await page.evaluate(
    async ({ runOnly, on }) => {
      const ours = (window as unknown as { readonly axe: typeof axe }).axe;
      // Of what is in order, nothing is told: finding out where each of it stands takes most of the time.
      const { violations } = await ours.run(document, {
        runOnly,
        resultTypes: ['violations'],
        preload: false,
      });
      return violations.map(({ id, nodes }) => `${on}: ${id}: ${nodes[0]?.html.slice(0, 160) ?? ''}`);
    },
    {
      on: screen,
      runOnly:
        rules.length > 0
          ? { type: 'rule' as const, values: [...rules] }
          : { type: 'tag' as const, values: ['wcag2a', 'wcag2aa', 'wcag21aa'] },
    },
  );
  expect(found).toEqual([]);
}
