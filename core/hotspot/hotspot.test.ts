import { beforeAll, describe, expect, it } from '@jest/globals';
import gammaCdf from '@stdlib/stats-base-dists-gamma-cdf';
import gammaQuantile from '@stdlib/stats-base-dists-gamma-quantile';
import fc from 'fast-check';
import { lengthOf } from '../geo';
import { driveOf, type DriveEvent, type EventBody } from '../marking';
import { randomFrom, type Random } from '../random';
import { countyTraffic, drawnOn, drawnOnXml, eventsOf, gridPosition, osmXml, standardWith } from '../testing';
import { featureHere, referenceTo, ribbonOf, withFeature, withoutFeature, type Route } from '../route';
import { placedDrive } from './placed';
import { positionsOf } from './position';
import { HOT_TIMES, ratesOf, type SiteCount } from './rates';
import { addSite, sitesOf, type Site } from './sites';

const counts = fc.array(
  fc.record({
    key: fc.uuid(),
    passes: fc.integer({ min: 0, max: 60 }),
    marks: fc.integer({ min: 0, max: 40 }),
  }),
  { minLength: 1, maxLength: 40 },
);

describe('rates of places', () => {
  it('are those of a gamma-Poisson posterior, as another statistics library has them', () => {
    fc.assert(
      fc.property(counts, (given) => {
        const { mean, shape, sites } = ratesOf(given);
        fc.pre(mean > 0);
        for (const { passes, marks, rate, low, high, hotness } of sites) {
          const [alpha, beta] = [shape + marks, shape / mean + passes];
          expect(rate).toBeCloseTo(alpha / beta, 9);
          expect(low).toBeCloseTo(gammaQuantile(0.1, alpha, beta), 4);
          expect(high).toBeCloseTo(gammaQuantile(0.9, alpha, beta), 4);
          expect(hotness).toBeCloseTo(1 - gammaCdf(HOT_TIMES * mean, alpha, beta), 6);
        }
      }),
      { numRuns: 60 },
    );
  });

  it('lean to the mean where little was seen: one mark in one pass is not hot', () => {
    const others: SiteCount[] = Array.from({ length: 30 }, (_, n) => ({
      key: `${n}`,
      passes: 40,
      marks: 4 + (n % 3),
    }));
    const { mean, sites } = ratesOf([
      ...others,
      { key: 'once', passes: 1, marks: 1 },
      { key: 'often', passes: 40, marks: 30 },
    ]);
    const of = (key: string) => sites.find((site) => site.key === key);
    expect(of('once')?.hot).toBe(false);
    expect(of('once')?.rate ?? 1).toBeLessThan(4 * mean);
    expect(of('often')?.hot).toBe(true);
    expect(sites[0]?.key).toBe('often');
  });

  it('say nothing where nothing was marked', () => {
    expect(ratesOf([{ key: 'a', passes: 5, marks: 0 }]).sites[0]).toMatchObject({ rate: 0, hot: false });
    expect(ratesOf([]).sites).toEqual([]);
  });

  it('hold the true rate in their interval about eight times in ten', () => {
    const random = randomFrom(11);
    let [inside, all] = [0, 0];
    for (let n = 0; n < 40; n += 1) {
      const truth = Array.from({ length: 40 }, (_, k) => ({ key: `${k}`, rate: 0.15 * gammaOf(random, 2) }));
      const given = truth.map(({ key, rate }) => {
        const passes = 3 + Math.floor(random() * 30);
        return { key, passes, marks: poisson(random, rate * passes) };
      });
      for (const { key, low, high } of ratesOf(given).sites) {
        const real = truth.find((one) => one.key === key)?.rate ?? 0;
        all += 1;
        if (real >= low && real <= high) inside += 1;
      }
    }
    expect(inside / all).toBeGreaterThan(0.74);
    expect(inside / all).toBeLessThan(0.86);
  });
});

/** A gamma variate of whole shape and mean one, and a Poisson one, for truths that are made up. */
const gammaOf = (random: Random, shape: number): number =>
  Array.from({ length: shape }, () => -Math.log(1 - random())).reduce((sum, one) => sum + one, 0) / shape;
function poisson(random: Random, mean: number): number {
  let [count, product] = [0, random()];
  while (product > Math.exp(-mean)) {
    product *= random();
    count += 1;
  }
  return count;
}

describe('the places of a route', () => {
  let route: Route;
  beforeAll(async () => {
    route = drawnOn(await countyTraffic(), { lat: 52.1275, lon: -2.3205 }, { lat: 52.1, lon: -2.29 }).route;
  });

  it('cover all of it, each metre once', () => {
    const sites = sitesOf(route);
    sites.forEach(({ from, to }, n) => {
      expect(from).toBeCloseTo(sites[n - 1]?.to ?? 0, 6);
      expect(to).toBeGreaterThanOrEqual(from);
    });
    expect(sites.at(-1)?.to).toBeCloseTo(lengthOf(route.line), 3);
  });

  it('are the same for a junction however one comes to it', async () => {
    const street = (name: string, at: readonly (readonly [number, number])[]) => ({
      at,
      tags: { highway: 'residential', name },
    });
    const xml = osmXml([
      street('West Row', [
        [0, 0],
        [1, 0],
        [2, 0],
      ]),
      street('North Row', [
        [1, -1],
        [1, 0],
        [1, 1],
      ]),
    ]);
    const keys = async (from: [number, number], to: [number, number]) =>
      sitesOf((await drawnOnXml(xml, gridPosition(...from), gridPosition(...to))).route)
        .map(({ site }) => site.key)
        .filter((key) => key.startsWith('junction@'));
    const [one, other] = [await keys([0.1, 0], [1, 0.9]), await keys([1, -0.9], [1.9, 0])];
    expect(one).toHaveLength(1);
    expect(other).toEqual(one);
  });

  it('take each mark by its feature or its place, and say how many have neither', () => {
    const standard = standardWith();
    const [turn, other] = route.features.filter(
      ({ kind }) => kind.startsWith('turn') || kind === 'roundabout',
    );
    if (!turn || !other) throw new Error('too few');
    const fault = { kind: 'fault', item: 'look', severity: 'minor', run: null } as const;
    const events: DriveEvent[] = eventsOf([
      { ...fault, feature: referenceTo(turn) },
      { ...fault, place: { lat: other.lat, lon: other.lon } },
      fault,
      { ...fault, place: { lat: 10, lon: 10 } },
      { kind: 'end', how: 'finished' },
    ]);
    const sites = new Map<string, Site>();
    const placed = placedDrive(standard, driveOf(standard, events), route, sites);
    expect(placed.unplaced).toBe(2);
    const near = (key: string, { lat }: { lat: number }) =>
      Math.abs((sites.get(key)?.lat ?? 0) - lat) < 0.002;
    expect(near(placed.marks[0]?.site ?? '', turn)).toBe(true);
    expect(near(placed.marks[1]?.site ?? '', other)).toBe(true);
    expect(placed.passes).toHaveLength(sitesOf(route).length);
    const stopped = placedDrive(
      standard,
      driveOf(standard, [...events.slice(0, 1), ...eventsOf([{ kind: 'end', how: 'stopped' }])]),
      route,
      sites,
    );
    expect(stopped.passes.length).toBeLessThan(placed.passes.length);
  });

  it('give no place to marks of a drive in which nothing told where the car was', () => {
    const standard = standardWith();
    const first = featureHere(ribbonOf(route), 0);
    const later = route.features.find(({ along }) => along > 800);
    if (!first || !later) throw new Error('too few');
    const fault = { kind: 'fault', item: 'look', severity: 'minor', run: null } as const;
    const placesOf = (bodies: readonly EventBody[]) => {
      const drive = driveOf(standard, eventsOf(bodies));
      return positionsOf(drive.marks, drive, route).map((position) => position?.along ?? null);
    };
    const atFirst = { ...fault, feature: referenceTo(first) };
    expect(placesOf([atFirst, atFirst])).toEqual([null, null]);
    const hot = placedDrive(standard, driveOf(standard, eventsOf([atFirst, atFirst])), route, new Map());
    expect(hot).toMatchObject({ marks: [], unplaced: 2 });
    // A direction that was said, a fix, or another feature tells that somebody followed the route.
    expect(placesOf([{ kind: 'said', feature: referenceTo(first), text: 'Turn left' }, atFirst])).toEqual([
      first.along,
    ]);
    expect(
      placesOf([{ kind: 'fix', lat: first.lat, lon: first.lon, accuracy: 5, speed: null }, atFirst]),
    ).toEqual([first.along]);
    expect(placesOf([atFirst, { ...fault, feature: referenceTo(later) }])).toEqual([
      first.along,
      later.along,
    ]);
  });

  it('call a feature as the route calls it now, and know its place when the route has lost it', () => {
    const [one, other] = route.features.filter(({ along }) => along > 500);
    if (!one || !other) throw new Error('too few');
    const now = withoutFeature(withFeature(route, { ...other, kind: 'school-zone' }), one);
    const drive = driveOf(
      standardWith(),
      eventsOf([
        { kind: 'fault', item: 'look', severity: 'minor', run: null, feature: referenceTo(one) },
        { kind: 'fault', item: 'look', severity: 'minor', run: null, feature: referenceTo(other) },
      ]),
    );
    const [lost, here] = positionsOf(drive.marks, drive, now);
    expect(lost).toMatchObject({ position: { lat: one.lat, lon: one.lon }, kind: one.kind });
    expect(Math.abs((lost?.along ?? 0) - one.along)).toBeLessThan(20);
    expect(here).toMatchObject({ along: other.along, kind: 'school-zone' });
    expect(positionsOf(drive.marks, drive, null)[0]?.along).toBeNull();
  });
});

describe('what is said of a place that two routes pass', () => {
  const at = { key: 'junction@52.1,-2.3', lat: 52.1, lon: -2.3 };
  const own = [
    { ...at, kind: 'give-way', title: 'Give-way junction, Brook Terrace and Hazel Terrace' },
    { ...at, kind: 'turn-right', title: 'Junction, Brook Terrace and Hazel Terrace' },
    { ...at, kind: 'give-way', title: 'Give-way junction, Hazel Terrace and Brook Terrace' },
    { ...at, kind: 'give-way', title: 'Give-way junction, Brook Terrace and Hazel Terrace', lat: 52.100_01 },
  ] as const;

  it('is what says more of it, in whichever order they come', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray([...own], { minLength: own.length }), (sites) => {
        const known = new Map<string, Site>();
        for (const site of sites) addSite(known, site);
        expect([...known.values()]).toEqual([own[0]]);
      }),
    );
  });
});
