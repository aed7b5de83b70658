import { expect, it } from '@jest/globals';
import { randomFrom } from '../random';
import { mockOf, often, plainTests, shippedStandards } from '../testing';
import { fastLimits } from './cells';
import { posteriorOf } from './posterior';
import { usualSettings } from './settings';
import { forecast } from './simulate';

const DAY = '2026-11-25T09:00:00.000Z';
const NONE = { tests: 0, marks: [], exposures: [] };

const shipped = shippedStandards();

it.each(shipped.map((standard) => [standard.title, standard] as const))(
  '%s: the chance is the share of simulated tests that are passed, one by one',
  (_, standard) => {
    const covered = standard.sections.flatMap(({ items }) => items.map(({ skill }) => skill));
    const done = standard.manoeuvres.map(({ kind }) => kind);
    const { cells } = fastLimits(standard);
    const small = cells.flatMap(({ gravity }, cell) => (gravity === 1 ? [cell] : []));
    // A learner about whom it could go either way.
    const counts = small.slice(0, 3).map((cell) => [cell, 1] as const);
    const evidence = Array.from({ length: 4 }, () =>
      mockOf({ covered, done, counts, small: counts.length, hazards: {} }),
    );
    const settings = { ...usualSettings, outer: often(300, 1_000) };
    const input = {
      standard,
      posterior: posteriorOf(standard, evidence, NONE, settings, DAY),
      settings,
      wrong: standard.questions ? [0.8, 0.15, 0.05] : null,
      hours: 0,
      seed: 3,
      brief: true,
    };
    const { pass } = forecast(input);
    const passes = plainTests(input, randomFrom(8));
    const tests = often(1_200, 6_000);
    let passed = 0;
    for (let n = 0; n < tests; n += 1) if (passes()) passed += 1;
    // Learners differ by no more than a pass from a fail; four standard errors of both.
    const spread = pass * (1 - pass) * (1 / tests + 1 / settings.outer);
    expect(Math.abs(passed / tests - pass)).toBeLessThan(4 * Math.sqrt(spread) + 1e-3);
  },
);
