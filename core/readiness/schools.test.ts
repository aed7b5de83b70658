import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { randomFrom } from '../random';
import { allLimits, workOutLimits, type Happening, type Standard } from '../standard';
import { anyStandard, firstTest, mockOf, often, shippedStandards } from '../testing';
import { fastLimits } from './cells';
import type { Evidence } from './evidence';
import { posteriorOf } from './posterior';
import { usualSettings } from './settings';
import { forecast } from './simulate';

const DAY = '2026-11-25T09:00:00.000Z';
const NONE = { tests: 0, marks: [], exposures: [] };

const MARKS_ONLY = new Set(['faults', 'points']);

/** The first limit that marks break, by the one evaluator. */
function slowly(standard: Standard, sequence: readonly number[]): string | null {
  const { cells } = fastLimits(standard);
  const at = (n: number) => new Date(Date.UTC(2026, 8, 14, 8, 0, n)).toISOString();
  const runs = standard.manoeuvres.map(({ id }): Happening => ({
    kind: 'run',
    by: `r-${id}`,
    at: at(0),
    run: id,
    manoeuvre: id,
    phase: 'start',
  }));
  const marks = sequence.flatMap((cell, n): Happening[] => {
    const of = cells[cell];
    return of
      ? [
          {
            kind: 'mark',
            by: `m${n}`,
            at: at(n + 1),
            item: of.item,
            severity: of.severity,
            run: of.manoeuvre,
          },
        ]
      : [];
  });
  const { breaches } = workOutLimits(standard, [...runs, ...marks], firstTest);
  const all = [...standard.limits, ...standard.manoeuvres.flatMap(({ limits }) => limits)];
  const counting = new Set(all.filter(({ of }) => MARKS_ONLY.has(of)).map(({ id }) => id));
  return breaches.find(({ limit }) => counting.has(limit))?.limit ?? null;
}

function quickly(standard: Standard, sequence: readonly number[]): string | null {
  const { firstBreach, limits } = fastLimits(standard);
  const { at, limit } = firstBreach(Uint16Array.from(sequence), sequence.length);
  return at < 0 ? null : (limits[limit] ?? null);
}

const shipped = shippedStandards();

describe('the fast form of the limits', () => {
  it('agrees with the one evaluator on random standards with caps, sections, runs and attempts', () => {
    let breached = 0;
    fc.assert(
      fc.property(
        anyStandard({ caps: true, ends: false }),
        fc.array(fc.nat(1_000), { maxLength: 40 }),
        (standard, raw) => {
          const { cells } = fastLimits(standard);
          if (cells.length === 0) return;
          const sequence = raw.map((n) => n % cells.length);
          const slow = slowly(standard, sequence);
          if (slow !== null) breached += 1;
          expect(quickly(standard, sequence)).toBe(slow);
        },
      ),
      { numRuns: often(400, 1_500), seed: 7 },
    );
    // A comparison in which nothing ever breaks would compare nothing.
    expect(breached).toBeGreaterThan(often(60, 250));
  });

  it.each(shipped.map((standard) => [standard.title, standard] as const))(
    'agrees with the one evaluator on %s',
    (_, standard) => {
      const random = randomFrom(11);
      const { cells } = fastLimits(standard);
      const seen = new Set<string>();
      for (let n = 0; n < often(60, 150); n += 1) {
        const gentle = n % 2 === 0;
        const small = cells.flatMap(({ gravity }, cell) => (gravity <= 1 || !gentle ? [cell] : []));
        const sequence = Array.from(
          { length: Math.floor(random() * 45) },
          () => small[Math.floor(random() * small.length)] ?? 0,
        );
        const slow = slowly(standard, sequence);
        if (slow !== null) seen.add(slow);
        expect(quickly(standard, sequence)).toBe(slow);
      }
      expect(seen.size).toBeGreaterThan(0);
    },
  );
});

describe('every school', () => {
  it.each(shipped.map((standard) => [standard.title, standard] as const))(
    '%s: faultless passes, hopeless does not; every gain helps, and the hours never hurt',
    (_, standard) => {
      const { cells } = fastLimits(standard);
      const covered = standard.sections.flatMap(({ items }) => items.map(({ skill }) => skill));
      const done = standard.manoeuvres.map(({ kind }) => kind);
      const settings = { ...usualSettings, outer: often(24, 60), inner: often(16, 30) };
      const of = (times: number, hazards: Record<string, boolean>) => {
        const counts = cells.map((_cell, n) => [n, times] as const);
        return Array.from({ length: 25 }, () => mockOf({ covered, done, counts, hazards }));
      };
      const run = (evidence: readonly Evidence[]) =>
        forecast({
          standard,
          posterior: posteriorOf(standard, evidence, NONE, settings, DAY),
          settings,
          wrong: standard.questions ? [0.9, 0.1] : null,
          hours: 6,
          seed: 9,
        });
      const kept = Object.fromEntries(
        allLimits(standard).flatMap(({ limit }) => (MARKS_ONLY.has(limit.of) ? [] : [[limit.id, false]])),
      ) as Record<string, boolean>;
      const clean = run(of(0, kept));
      expect(clean.pass).toBeGreaterThan(0.75);
      expect(run(of(3, {})).pass).toBeLessThan(0.002);
      const between = run([
        mockOf({
          covered,
          done,
          counts: [
            [0, 3],
            [2, 2],
            [4, 1],
          ],
        }),
      ]);
      expect(between.broken.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9);
      for (const { gain } of between.gains) expect(gain).toBeGreaterThan(0);
      expect(Math.max(0, ...between.gains.map(({ gain }) => gain))).toBeLessThanOrEqual(
        1 - between.pass + 1e-9,
      );
      between.hours.reduce((before, { pass }) => {
        expect(pass).toBeGreaterThanOrEqual(before - 1e-9);
        return pass;
      }, between.pass);
    },
  );
});
