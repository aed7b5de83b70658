import { describe, expect, it } from '@jest/globals';
import { isFixedCourse, manoeuvresDue, type DriveEvent } from '../marking';
import { sheetEvents, type SheetRun, type Tally } from '../session';
import { stepsToCount, type Standard } from '../standard';
import { shippedStandards } from '../testing';
import { fastLimits } from './cells';
import { evidenceOf, type Evidence } from './evidence';
import { posteriorOf } from './posterior';
import { usualSettings } from './settings';
import { forecast } from './simulate';

const DAY = '2026-11-25T12:00:00.000Z';
const NONE = { tests: 0, marks: [], exposures: [] };
const shipped = shippedStandards();
const yards = shipped.filter(isFixedCourse);
const roads = shipped.filter((standard) => !isFixedCourse(standard));
const pairs = yards.flatMap((yard) => roads.map((road) => [yard.title, road.title, yard, road] as const));

/** A whole mock under a standard, so many days before the test. */
function driven(
  standard: Standard,
  days: number,
  {
    to = standard,
    tallies = [],
    perRun = [],
    minutes = standard.drive?.minutes ?? 20,
    seconds = 60,
  }: {
    readonly to?: Standard;
    readonly tallies?: readonly Tally[];
    /** Marks in each manoeuvre of a course. */
    readonly perRun?: readonly Tally[];
    readonly minutes?: number;
    readonly seconds?: number;
  } = {},
): Evidence {
  const startedAt = new Date(Date.parse(DAY) - days * 86_400_000).toISOString();
  const runs = isFixedCourse(standard)
    ? manoeuvresDue(standard, []).map(({ manoeuvre, side }): SheetRun => ({
        manoeuvre: manoeuvre.id,
        side,
        seconds,
        counts: stepsToCount(standard, manoeuvre).some(({ id }) => id === 'attempts') ? { attempts: 1 } : {},
        readings: [],
        tallies: perRun,
      }))
    : [];
  const events = sheetEvents(standard, { startedAt, minutes, tallies, runs, readings: [], whole: true }).map(
    (event, n) => ({ at: startedAt, ...event, id: `e${n}`, device: 'd', seq: n }) as DriveEvent,
  );
  return evidenceOf(to, { mock: `m${days}`, startedAt, route: null, retest: false, standard, events });
}

const first = (standard: Standard, gravity: number): Tally => {
  const found = standard.sections
    .flatMap(({ items }) => items)
    .flatMap(({ id, severities }) =>
      severities.flatMap((severity) =>
        standard.severities.some((one) => one.id === severity && one.gravity === gravity)
          ? [{ item: id, severity, times: 3 }]
          : [],
      ),
    )[0];
  if (!found) throw new Error(`${standard.id} has no severity of gravity ${gravity}`);
  return found;
};

describe('three whole faultless mocks', () => {
  it.each(shipped.map((standard) => [standard.title, standard] as const))(
    'weigh more than one and a half tests under %s, and raise the chance',
    (_, standard) => {
      const evidence = [3, 10, 17].map((days) => driven(standard, days));
      const posterior = posteriorOf(standard, evidence, NONE, usualSettings, DAY);
      expect(posterior.tests).toBeGreaterThan(1.5);
      const chance = (of: readonly Evidence[]) =>
        forecast({
          standard,
          posterior: posteriorOf(standard, of, NONE, usualSettings, DAY),
          settings: usualSettings,
          wrong: null,
          hours: 0,
          seed: 3,
          brief: true,
        }).pass;
      expect(chance(evidence)).toBeGreaterThan(chance([]));
    },
  );
});

describe('a yard', () => {
  it('is there for every road to be asked about', () => {
    expect(pairs.length).toBeGreaterThan(10);
  });

  it.each(pairs)('%s without a fault lowers no chance under %s', (_yard, _road, yard, road) => {
    const mocks = [4, 11, 18].map((days) => driven(road, days, { tallies: [first(road, 1)] }));
    const chance = (evidence: readonly Evidence[]) =>
      forecast({
        standard: road,
        posterior: posteriorOf(road, evidence, NONE, usualSettings, DAY),
        settings: { ...usualSettings, outer: 600 },
        wrong: null,
        hours: 0,
        seed: 11,
        brief: true,
      }).pass;
    const before = chance(mocks);
    for (const days of [1, 40])
      // As many learners are drawn as make the difference of two draws less than this.
      expect(chance([...mocks, driven(yard, days, { to: road })])).toBeGreaterThan(before - 0.025);
  });

  it.each(pairs)('%s with many marks changes nothing of the road under %s', (_yard, _road, yard, road) => {
    const mocks = [4, 11].map((days) => driven(road, days, { tallies: [first(road, 1)] }));
    const bad = driven(yard, 1, {
      to: road,
      tallies: [first(yard, 1)],
      perRun: [first(yard, 1)],
    });
    expect(bad.exposure).toBe(0);
    const [before, after] = [mocks, [...mocks, bad]].map((evidence) =>
      posteriorOf(road, evidence, NONE, usualSettings, DAY),
    );
    const { cells } = fastLimits(road);
    cells.forEach(({ gravity, needs }, n) => {
      if (gravity <= 1 && needs === null) expect(after?.small[n]).toEqual(before?.small[n]);
    });
    expect(after?.courses.map(({ level }) => level)).toEqual(before?.courses.map(({ level }) => level));
    expect(after?.tests).toBe(before?.tests);
  });

  it('under its own standard counts whole, also where it has planned minutes', () => {
    for (const yard of yards) expect([yard.id, driven(yard, 2).exposure]).toEqual([yard.id, 1]);
  });
});

it('what was driven too short to count counts with no mark either', () => {
  const road = roads.find(({ id }) => id === 'fault-ceiling');
  if (!road) throw new Error('no fault-ceiling');
  const short = driven(road, 2, { minutes: 1, tallies: [first(road, 1)] });
  expect(short.exposure).toBe(0);
  const [none, with1] = [[], [short]].map((evidence) =>
    posteriorOf(road, evidence, NONE, usualSettings, DAY),
  );
  const { cells } = fastLimits(road);
  cells.forEach(({ needs }, n) => {
    if (needs === null) expect(with1?.small[n]).toEqual(none?.small[n]);
  });
});
