import type { Standard } from '../standard';
import { compileStandard } from '../standard';
import { fastLimits } from './cells';
import type { Evidence } from './evidence';
import type { ReadinessSettings } from './settings';

/** Gamma distribution of a rate per test: mean `alpha / beta`. */
export interface Rate {
  readonly alpha: number;
  readonly beta: number;
}

/** What the school's mocks near test level come to: marks per test, by cell. */
export interface SchoolRates {
  readonly tests: number;
  /** Marks and tests in which they could have been made, by cell. */
  readonly marks: readonly number[];
  readonly exposures: readonly number[];
}

/** What is held of one learner before the test. */
export interface Posterior {
  /** By cell; cells of grave severities share one rate, by `shares`. */
  readonly small: readonly (Rate | null)[];
  readonly grave: readonly {
    readonly rate: Rate;
    readonly cells: readonly number[];
    readonly shares: readonly number[];
  }[];
  /** Chance that a limit of time, attempts or a reading is passed: beta distributions. */
  readonly hazards: readonly { readonly limit: string; readonly a: number; readonly b: number }[];
  /** Rates of a ready learner, by cell. */
  readonly ready: readonly number[];
  /** Evidence in whole tests, after weighing. */
  readonly tests: number;
}

const DAY = 86_400_000;
/** The shipped rates weigh so many tests against those of the school (ours). */
const SHIPPED_TESTS = 3;
/** A limit that marks do not break is passed so often before anything was seen (ours). */
const USUAL_HAZARD = 0.12;

/** How much a mock weighs on a day: half after each half-life. A mock in the future of that day weighs whole. */
export const weightAt = (at: string, day: string, halfLife: number): number =>
  Math.pow(2, -Math.max(0, Date.parse(day) - Date.parse(at)) / DAY / halfLife);

/** How much of a test a mock says about one cell. */
function exposureOf(
  evidence: Evidence,
  needs: string | null,
  covered: ReadonlySet<string>,
  skill: string,
): number {
  if (needs !== null) return evidence.done.includes(needs) ? 1 : 0;
  return covered.has(skill) ? evidence.exposure : 0;
}

/** Counts of several mocks by cell, each weighed. */
function sums(to: Standard, mocks: readonly (readonly [Evidence, weight: number])[]) {
  const { cells } = fastLimits(to);
  const { itemOf } = compileStandard(to);
  const skills = cells.map(({ item }) => itemOf(item).item.skill);
  const marks = new Array<number>(cells.length).fill(0);
  const exposures = new Array<number>(cells.length).fill(0);
  for (const [evidence, weight] of mocks) {
    const covered = new Set(evidence.covered);
    cells.forEach(({ needs }, n) => {
      exposures[n] = (exposures[n] ?? 0) + weight * exposureOf(evidence, needs, covered, skills[n] ?? '');
    });
    // A mock that was too short to count does not count with its marks either, but what was marked was seen.
    if (evidence.exposure === 0 && evidence.done.length === 0) continue;
    for (const [cell, times] of evidence.counts) marks[cell] = (marks[cell] ?? 0) + weight * times;
  }
  return { marks, exposures };
}

/**
 * What the school's learners near test level do: the newest two mocks of each.
 *
 * @param byLearner each learner's mocks, in any order
 */
export function schoolRates(to: Standard, byLearner: readonly (readonly Evidence[])[]): SchoolRates {
  const near = byLearner.flatMap((mocks) =>
    [...mocks]
      .filter(({ exposure }) => exposure > 0)
      .sort((a, b) => b.at.localeCompare(a.at))
      .slice(0, 2),
  );
  return {
    tests: near.length,
    ...sums(
      to,
      near.map((evidence) => [evidence, 1] as const),
    ),
  };
}

/** Rates per test by cell before any evidence of one learner: the school's, held to the shipped ones. */
function usualRates(
  to: Standard,
  school: SchoolRates,
  settings: ReadinessSettings,
): { small: number[]; grave: number[] } {
  const { cells } = fastLimits(to);
  const count = (gravity: (of: number) => boolean) =>
    Math.max(1, cells.filter((cell) => gravity(cell.gravity)).length);
  const shippedSmall = settings.usualMinors / count((gravity) => gravity <= 1);
  const shippedGrave = settings.usualGrave / count((gravity) => gravity >= 2);
  const rate = (n: number, shipped: number) =>
    ((school.marks[n] ?? 0) + SHIPPED_TESTS * shipped) / ((school.exposures[n] ?? 0) + SHIPPED_TESTS);
  return {
    small: cells.map(({ gravity }, n) => (gravity <= 1 ? rate(n, shippedSmall) : 0)),
    grave: cells.map(({ gravity }, n) => (gravity >= 2 ? rate(n, shippedGrave) : 0)),
  };
}

/**
 * Rates of a learner after their mocks: gamma priors, Poisson counts, each mock weighed by its age and by how
 * much of a test it was. Grave severities are pooled first, then shared among items.
 *
 * @param day ISO instant of the test
 */
export function posteriorOf(
  to: Standard,
  evidence: readonly Evidence[],
  school: SchoolRates,
  settings: ReadinessSettings,
  day: string,
): Posterior {
  const { cells } = fastLimits(to);
  const weighed = evidence.map((mock) => [mock, weightAt(mock.at, day, settings.halfLife)] as const);
  const own = sums(to, weighed);
  const usual = usualRates(to, school, settings);
  const b = settings.priorTests;
  const small = cells.map(({ gravity }, n): Rate | null =>
    gravity <= 1
      ? { alpha: b * (usual.small[n] ?? 0) + (own.marks[n] ?? 0), beta: b + (own.exposures[n] ?? 0) }
      : null,
  );

  const tests = weighed.reduce((sum, [{ exposure }, weight]) => sum + weight * exposure, 0);
  const severities = [
    ...new Set(cells.filter(({ gravity }) => gravity >= 2).map(({ severity }) => severity)),
  ];
  const grave = severities.map((severity) => {
    const of = cells.flatMap((cell, n) => (cell.severity === severity ? [n] : []));
    const total = (values: readonly number[]) => of.reduce((sum, n) => sum + (values[n] ?? 0), 0);
    // What counts is how much was driven at all: a part that was not is a small part of what can go gravely wrong.
    const driven = Math.max(0, ...of.map((n) => own.exposures[n] ?? 0));
    const rate = { alpha: b * total(usual.grave) + total(own.marks), beta: b + driven };
    const weights = of.map((n) => b * (usual.grave[n] ?? 0) + (own.marks[n] ?? 0));
    const whole = weights.reduce((sum, weight) => sum + weight, 0);
    return { rate, cells: of, shares: weights.map((weight) => (whole > 0 ? weight / whole : 1 / of.length)) };
  });

  const limits = [...new Set(evidence.flatMap(({ hazards }) => Object.keys(hazards)))];
  const hazards = limits.map((limit) => {
    let [a, rest] = [USUAL_HAZARD * b, (1 - USUAL_HAZARD) * b];
    for (const [{ hazards: met }, weight] of weighed) {
      if (met[limit] === true) a += weight;
      if (met[limit] === false) rest += weight;
    }
    return { limit, a, b: rest };
  });

  const [allSmall, allGrave] = [usual.small, usual.grave].map((rates) =>
    rates.reduce((sum, rate) => sum + rate, 0),
  );
  const ready = cells.map(({ gravity }, n) =>
    gravity <= 1
      ? (settings.readyMinors * (usual.small[n] ?? 0)) / Math.max(1e-9, allSmall ?? 0)
      : (settings.readyGrave * (usual.grave[n] ?? 0)) / Math.max(1e-9, allGrave ?? 0),
  );
  return { small, grave, hazards, ready, tests };
}
