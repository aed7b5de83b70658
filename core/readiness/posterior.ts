import type { Standard } from '../standard';
import { addsUpMarks, allLimits, compileStandard } from '../standard';
import { fastLimits } from './cells';
import { coursesOf, type Course, type Rate } from './course';
import { manoeuvrePlan, type Evidence } from './evidence';
import type { ReadinessSettings } from './settings';

/** What the school's mocks near test level come to: marks per test, by cell. */
export interface SchoolRates {
  readonly tests: number;
  /** Marks and tests in which they could have been made, by cell. */
  readonly marks: readonly number[];
  readonly exposures: readonly number[];
}

/** What is held of one learner before the test. */
export interface Posterior {
  /**
   * By cell, for small severities. Cells of the road tell how the level is shared among them; those of manoeuvres
   * are rates of their own once their course has told how much of them was seen.
   */
  readonly small: readonly (Rate | null)[];
  /** Severities that are pooled, and how each is shared among its cells. */
  readonly grave: readonly { readonly cells: readonly number[]; readonly shares: readonly number[] }[];
  /** Courses that the learner may have taken, each with the rates that follow from it. */
  readonly courses: readonly CourseRates[];
  /** Chance that a limit of time, attempts or a reading is passed: beta distributions. */
  readonly hazards: readonly { readonly limit: string; readonly a: number; readonly b: number }[];
  /** Rates of a ready learner, and mean rates of this one, by cell. */
  readonly ready: readonly number[];
  readonly means: readonly number[];
  /** Evidence in whole tests, after weighing. */
  readonly tests: number;
}

export interface CourseRates extends Course {
  /** Of each pooled severity. */
  readonly grave: readonly Rate[];
  /** Tests in which a kind of manoeuvre was seen, with the prior's, carried to the day. */
  readonly seen: ReadonlyMap<string, number>;
}

const DAY = 86_400_000;
/** The shipped rates weigh so many tests against those of the school (ours). */
const SHIPPED_TESTS = 3;
/** A course is carried on for so many weeks after the last mock: nobody learns for ever without being seen (ours). */
const CARRIED_ON = 4;
const WEEK = 7 * DAY;
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

/** What one mock tells, by cell: marks, and in how much of a test they could have been made. */
interface Told {
  readonly marks: ReadonlyMap<number, number>;
  readonly exposures: Float64Array;
}

/** Marks count only where the mock counts: those of a yard say nothing of the road. */
function toldBy(to: Standard, evidence: Evidence): Told {
  const { cells } = fastLimits(to);
  const { itemOf } = compileStandard(to);
  const covered = new Set(evidence.covered);
  const exposures = Float64Array.from(cells, ({ item, needs }) =>
    exposureOf(evidence, needs, covered, itemOf(item).item.skill),
  );
  return { marks: new Map(evidence.counts.filter(([cell]) => (exposures[cell] ?? 0) > 0)), exposures };
}

/** Counts of several mocks by cell, each weighed. */
function sums(to: Standard, mocks: readonly (readonly [Told, weight: number])[]) {
  const { cells } = fastLimits(to);
  const marks = new Array<number>(cells.length).fill(0);
  const exposures = new Array<number>(cells.length).fill(0);
  for (const [told, weight] of mocks) {
    told.exposures.forEach((exposure, n) => (exposures[n] = (exposures[n] ?? 0) + weight * exposure));
    for (const [cell, times] of told.marks) marks[cell] = (marks[cell] ?? 0) + weight * times;
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
      near.map((evidence) => [toldBy(to, evidence), 1] as const),
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
 * Rates of a learner after their mocks, on the day of the test. How many small faults they make on the road is one level
 * with a loose prior; how it is shared among items has the school's rates as its prior. Each mock is weighed by its age and
 * by how much of a test it was; the exposures of earlier ones are carried to the day by the learner's course. Grave
 * severities are pooled first, then shared among items.
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
  const b = settings.priorTests;
  const last = Math.max(...evidence.map(({ at }) => Date.parse(at)));
  const until = Math.min(Date.parse(day), last + CARRIED_ON * WEEK);
  const weighed = evidence.map((mock) => ({
    mock,
    told: toldBy(to, mock),
    weight: weightAt(mock.at, day, settings.halfLife),
    weeks: Math.max(0, until - Date.parse(mock.at)) / WEEK,
  }));
  const own = sums(
    to,
    weighed.map(({ told, weight }) => [told, weight] as const),
  );
  const usual = usualRates(to, school, settings);
  const small = cells.map(({ gravity }, n): Rate | null =>
    gravity <= 1
      ? { alpha: b * (usual.small[n] ?? 0) + (own.marks[n] ?? 0), beta: b + (own.exposures[n] ?? 0) }
      : null,
  );

  const road = cells.flatMap(({ gravity, needs }, n) => (gravity <= 1 && needs === null ? [n] : []));
  const usualLevel = total(usual.small, road);
  const shares = sharesOf(cells.map((_, n) => (small[n]?.alpha ?? 0) / (small[n]?.beta ?? 1)));
  const counts = weighed.flatMap(({ told, weight, weeks }) => {
    const exposure = meanOver(told.exposures, shares, road);
    const count = road.reduce((sum, n) => sum + (told.marks.get(n) ?? 0), 0);
    return exposure > 0 ? [{ count, exposure, weeks, weight }] : [];
  });
  const courses = coursesOf(
    counts,
    { alpha: settings.levelShape, beta: settings.levelShape / Math.max(1e-9, usualLevel) },
    { spread: settings.slopeSpread, steady: settings.steady, days: settings.daySpread },
  );

  const severities = [
    ...new Set(cells.filter(({ gravity }) => gravity >= 2).map(({ severity }) => severity)),
  ].map((severity) => cells.flatMap((cell, n) => (cell.severity === severity ? [n] : [])));
  const kinds = [...new Set(cells.flatMap(({ needs }) => needs ?? []))];
  /** How much of something each mock could have shown; the same for every course. */
  const shown = (exposureIn: (told: Told) => number): readonly number[] =>
    weighed.map(({ told, weight }) => weight * exposureIn(told));
  // A part that was not driven is a small part of what can go gravely wrong.
  const ofGrave = severities.map((of) => ({
    alpha: b * total(usual.grave, of) + total(own.marks, of),
    shown: shown(({ exposures }) => meanOver(exposures, usual.grave, of)),
  }));
  const ofKind = kinds.map((kind) => {
    const cell = cells.findIndex(({ needs }) => needs === kind);
    return [kind, shown(({ exposures }) => exposures[cell] ?? 0)] as const;
  });
  const withRates = courses.map((course): CourseRates => {
    // Earlier mocks carried to the day by the course.
    const factors = weighed.map(({ weeks }) => Math.exp(-course.slope * weeks));
    const seen = (of: readonly number[]): number =>
      b + of.reduce((sum, exposure, n) => sum + exposure * (factors[n] ?? 1), 0);
    return {
      ...course,
      grave: ofGrave.map(({ alpha, shown: of }) => ({ alpha, beta: seen(of) })),
      seen: new Map(ofKind.map(([kind, of]) => [kind, seen(of)])),
    };
  });
  const grave = severities.map((of) => {
    const weights = of.map((n) => b * (usual.grave[n] ?? 0) + (own.marks[n] ?? 0));
    const whole = weights.reduce((sum, weight) => sum + weight, 0);
    return { cells: of, shares: weights.map((weight) => (whole > 0 ? weight / whole : 1 / of.length)) };
  });

  const tests = weighed.reduce((sum, { mock, weight }) => sum + weight * mock.exposure, 0);
  const limits = new Set([...hazardsOfEvery(to), ...evidence.flatMap(({ hazards }) => Object.keys(hazards))]);
  const hazards = [...limits].map((limit) => {
    let [a, rest] = [USUAL_HAZARD * b, (1 - USUAL_HAZARD) * b];
    for (const { mock, weight } of weighed) {
      if (mock.hazards[limit] === true) a += weight;
      if (mock.hazards[limit] === false) rest += weight;
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
  const roadShares = total(shares, road);
  const means = cells.map(({ gravity, needs }, n) => {
    const expected = (of: (course: CourseRates) => number) =>
      withRates.reduce((sum, course) => sum + course.chance * of(course), 0);
    if (gravity <= 1)
      return needs === null
        ? (expected(({ level }) => level.alpha / level.beta) * (shares[n] ?? 0)) / Math.max(1e-12, roadShares)
        : expected(({ seen }) => (small[n]?.alpha ?? 0) / (seen.get(needs) ?? b));
    const of = grave.findIndex((one) => one.cells.includes(n));
    const share = grave[of]?.shares[grave[of]?.cells.indexOf(n) ?? -1] ?? 0;
    return expected((course) => ((course.grave[of]?.alpha ?? 0) / (course.grave[of]?.beta ?? 1)) * share);
  });
  return { small, grave, courses: withRates, hazards, ready, means, tests };
}

/** Limits that marks do not break, and that every test holds: what nobody has seen of a learner may still go wrong. */
function hazardsOfEvery(to: Standard): readonly string[] {
  const { always } = manoeuvrePlan(to);
  return allLimits(to)
    .filter(({ limit, manoeuvre }) => !addsUpMarks(limit.of) && (!manoeuvre || always.has(manoeuvre.kind)))
    .map(({ limit }) => limit.id);
}

const total = (values: readonly number[], of: readonly number[]): number =>
  of.reduce((sum, n) => sum + (values[n] ?? 0), 0);

const sharesOf = (rates: readonly number[]): readonly number[] => {
  const whole = rates.reduce((sum, rate) => sum + rate, 0);
  return rates.map((rate) => (whole > 0 ? rate / whole : 0));
};

/** The mean of a mock's exposures over some cells, each weighed by its rate. */
function meanOver(exposures: Float64Array, rates: readonly number[], of: readonly number[]): number {
  const whole = total(rates, of);
  if (whole <= 0) return Math.max(0, ...of.map((n) => exposures[n] ?? 0));
  return of.reduce((sum, n) => sum + (exposures[n] ?? 0) * (rates[n] ?? 0), 0) / whole;
}
