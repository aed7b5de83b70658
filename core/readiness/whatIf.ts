import type { Standard } from '../standard';
import { fastLimits } from './cells';
import type { Evidence } from './evidence';
import { posteriorOf, type SchoolRates } from './posterior';
import type { ReadinessSettings } from './settings';
import { forecast } from './simulate';

/** How the next mock might go: without a fault, or like the last one with something changed. */
export const nextMocks = ['clean', 'fewer', 'serious'] as const;
export type NextMock = (typeof nextMocks)[number];

/** The chance of passing after such a mock. */
export interface WhatIf {
  readonly next: NextMock;
  readonly pass: number;
}

/** So many small faults fewer than in the last mock. */
export const FEWER = 4;

/**
 * What would change the forecast: the chance if the next mock, driven now, went one way or another. Asked of the same
 * draws as the forecast itself. Nothing for somebody without a whole mock yet; fewer faults only where there are so many.
 */
export function whatIfs(
  input: {
    readonly standard: Standard;
    readonly evidence: readonly Evidence[];
    readonly school: SchoolRates;
    readonly settings: ReadinessSettings;
    /** ISO instants of the test, and of now. */
    readonly day: string;
    readonly now: string;
  },
  { wrong, seed }: { readonly wrong: readonly number[] | null; readonly seed: number },
): readonly WhatIf[] {
  const { standard, evidence, school, settings, day, now } = input;
  const { cells } = fastLimits(standard);
  const [last] = evidence
    .filter(({ exposure, passed }) => exposure > 0 && passed !== null)
    .sort((a, b) => b.at.localeCompare(a.at));
  if (!last) return [];
  const small = last.counts.filter(([cell]) => (cells[cell]?.gravity ?? 0) <= 1);
  const grave = cells.findIndex(({ gravity, needs }) => gravity === 2 && needs === null);
  const ways: Readonly<Record<NextMock, Evidence['counts'] | null>> = {
    clean: [],
    fewer: last.small >= FEWER ? without(small, FEWER) : null,
    serious: grave < 0 ? null : [...small, [grave, 1]],
  };
  return nextMocks.flatMap((next) => {
    const counts = ways[next];
    if (counts === null) return [];
    const mock: Evidence = {
      ...last,
      mock: `next ${next}`,
      at: now,
      counts,
      hazards: Object.fromEntries(Object.keys(last.hazards).map((limit) => [limit, false])),
    };
    const posterior = posteriorOf(standard, [...evidence, mock], school, settings, day);
    const { pass } = forecast({ standard, posterior, settings, wrong, hours: 0, seed, brief: true });
    return [{ next, pass }];
  });
}

/** Marks with so many taken away, one after the other from the item that has most. */
function without(counts: Evidence['counts'], take: number): Evidence['counts'] {
  const left = new Map(counts);
  for (let n = 0; n < take; n += 1) {
    const [most] = [...left].sort((a, b) => b[1] - a[1] || a[0] - b[0]);
    if (most) left.set(most[0], most[1] - 1);
  }
  return [...left].filter(([, times]) => times > 0);
}
