import { bisectRight, cumsum, rollup } from 'd3-array';
import { randomFrom, type Random } from '../random';
import {
  drawGamma,
  drawPoisson,
  fastLimits,
  forecast,
  manoeuvrePlan,
  posteriorOf,
  type Evidence,
  type ReadinessSettings,
} from '../readiness';
import type { Standard } from '../standard';
import { mockOf } from './mock';

/** A kind of learner whose true chance is known, because everything about them is. */
export interface LearnerKind {
  readonly title: string;
  /** Learners who stay as they are are held to a narrower coverage. */
  readonly level: boolean;
  readonly mocks: number;
  /** Days from one mock to the next, and from the last to the test. */
  readonly apart: number;
  /** Small and grave faults of a test on its day, and how they stood at the first mock; drawn for each learner. */
  readonly draw: (random: Random) => {
    readonly first: readonly [small: number, grave: number];
    readonly last: readonly [small: number, grave: number];
  };
  /** Shape of the day factor: the smaller, the more uneven their days. */
  readonly days: number;
}

const around = (random: Random, middle: number, spread: number): number => {
  // A sum of twelve uniform numbers is as good as normal.
  const z = Array.from({ length: 12 }, random).reduce((sum, x) => sum + x, -6);
  return middle * Math.exp(spread * z);
};
const staying = (small: number, grave: number) => ({ first: [small, grave], last: [small, grave] }) as const;

/** Eight kinds, of a wide school: all figures are ours. */
export const learnerKinds: readonly LearnerKind[] = [
  {
    title: 'level, 4 mocks',
    level: true,
    mocks: 4,
    apart: 7,
    days: 8,
    draw: (random) => staying(around(random, 10, 0.6), drawGamma(random, 0.5) * 0.7),
  },
  {
    title: 'level, 3 mocks',
    level: true,
    mocks: 3,
    apart: 7,
    days: 8,
    draw: (random) => staying(around(random, 10, 0.6), drawGamma(random, 0.5) * 0.7),
  },
  {
    title: 'level, 8 mocks',
    level: true,
    mocks: 8,
    apart: 7,
    days: 8,
    draw: (random) => staying(around(random, 10, 0.6), drawGamma(random, 0.5) * 0.7),
  },
  {
    title: 'strongly uneven days, 6 mocks',
    level: true,
    mocks: 6,
    apart: 7,
    days: 2,
    draw: (random) => staying(around(random, 9, 0.4), drawGamma(random, 0.5) * 0.5),
  },
  {
    title: 'level at 28 small and 0.6 grave, 4 mocks',
    level: true,
    mocks: 4,
    apart: 7,
    days: 8,
    draw: () => staying(28, 0.6),
  },
  {
    title: 'improving from 24 to 8 over 8 mocks',
    level: false,
    mocks: 8,
    apart: 4,
    days: 8,
    draw: () => ({ first: [24, 0.48], last: [8, 0.16] }),
  },
  {
    title: 'improving, mixed, 6 mocks',
    level: false,
    mocks: 6,
    apart: 5,
    days: 8,
    draw: (random) => {
      const [last, by] = [around(random, 9, 0.3), 1.5 + 2 * random()];
      const grave = drawGamma(random, 0.5) * 0.4;
      return { first: [last * by, grave * by], last: [last, grave] };
    },
  },
  {
    title: 'slipping back, 6 mocks',
    level: false,
    mocks: 6,
    apart: 7,
    days: 8,
    draw: (random) => {
      const [last, by] = [around(random, 12, 0.25), 0.4 + 0.3 * random()];
      const grave = drawGamma(random, 0.5) * 0.6;
      return { first: [last * by, grave * by], last: [last, grave] };
    },
  },
];

export interface KindFigures {
  readonly title: string;
  /** Means over the learners: what was said, and what is true. */
  readonly said: number;
  readonly truth: number;
  /** Share of learners whose 80 % interval holds the truth. */
  readonly held: number;
  /** Brier score above that of an oracle who knows the true chance: the mean square of the difference. */
  readonly excess: number;
}

const DAY = 86_400_000;

/** Forecasts of learners of one kind, against their true chances. */
export function forecastsOf(
  standard: Standard,
  kind: LearnerKind,
  settings: ReadinessSettings,
  learners: number,
  seed: number,
  /** So many tests of each learner tell the true chance. */
  trueTests = 3_000,
): KindFigures {
  const random = randomFrom(seed);
  const { cells, firstBreach } = fastLimits(standard);
  const plan = manoeuvrePlan(standard);
  const covered = standard.sections.flatMap(({ items }) => items.map(({ skill }) => skill));
  const day = Date.UTC(2026, 10, 25, 12);
  let [said, truth, held, excess] = [0, 0, 0, 0];
  for (let n = 0; n < learners; n += 1) {
    const { first, last } = kind.draw(random);
    // Everybody has weak points of their own: how the faults are shared among cells.
    const shares = cells.map(() => drawGamma(random, 0.5));
    const sumsOf = (grave: boolean) =>
      Array.from(
        cumsum(shares.map((share, cell) => ((cells[cell]?.gravity ?? 0) >= 2 === grave ? share : 0))),
      );
    const cumulated = { small: sumsOf(false), grave: sumsOf(true) };
    const drive = (
      small: number,
      grave: number,
    ): { readonly marks: readonly number[]; readonly done: readonly string[] } => {
      const kinds = new Set<string>(plan.always);
      const from = [...plan.from];
      for (let k = 0; k < plan.draw; k += 1)
        kinds.add(from.splice(Math.floor(random() * from.length), 1)[0] ?? '');
      for (const [other, share] of plan.share) if (random() < share) kinds.add(other);
      const luck = drawGamma(random, kind.days) / kind.days;
      const marksOf = (rate: number, sums: readonly number[]): number[] =>
        Array.from({ length: drawPoisson(random, luck * rate) }, () =>
          bisectRight(sums, random() * (sums.at(-1) ?? 0)),
        );
      const marks = [...marksOf(small, cumulated.small), ...marksOf(grave, cumulated.grave)];
      // What needs a manoeuvre that was not driven is not made.
      const made = marks.filter((cell) => {
        const needs = cells[cell]?.needs ?? null;
        return needs === null || kinds.has(needs);
      });
      return { marks: made, done: [...kinds] };
    };
    const evidence = Array.from({ length: kind.mocks }, (_, k): Evidence => {
      const part = kind.mocks > 1 ? k / (kind.mocks - 1) : 1;
      const between = (a: number, b: number) => a * Math.pow(b / a, part);
      const { marks, done } = drive(between(first[0], last[0]), between(first[1], last[1]));
      const total = (grave: boolean) =>
        marks.filter((cell) => {
          const gravity = cells[cell]?.gravity ?? 0;
          return grave ? gravity >= 2 : gravity === 1;
        }).length;
      return mockOf({
        covered,
        done,
        at: new Date(day - (kind.mocks - k) * kind.apart * DAY).toISOString(),
        counts: [
          ...rollup(
            marks,
            (of) => of.length,
            (cell) => cell,
          ),
        ],
        small: total(false),
        grave: total(true),
      });
    });
    let passed = 0;
    for (let k = 0; k < trueTests; k += 1) {
      const { marks } = drive(last[0], last[1]);
      if (firstBreach(Uint16Array.from(marks), marks.length).at < 0) passed += 1;
    }
    const chance = passed / trueTests;
    const told = forecast({
      standard,
      posterior: posteriorOf(
        standard,
        evidence,
        { tests: 0, marks: [], exposures: [] },
        settings,
        new Date(day).toISOString(),
      ),
      settings,
      wrong: null,
      hours: 0,
      seed: n + 1,
      brief: true,
    });
    said += told.pass / learners;
    truth += chance / learners;
    excess += (told.pass - chance) ** 2 / learners;
    if (chance >= told.low && chance <= told.high) held += 1 / learners;
  }
  return { title: kind.title, said, truth, held, excess };
}
