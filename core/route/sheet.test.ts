import { beforeAll, describe, expect, it } from '@jest/globals';
import { standardWith, countyTraffic, drawnOn } from '../testing';
import { MPH } from '../network';
import { cueDistance, directionsOf, spoken, toldFeatures } from './directions';
import { timingOf } from './pace';
import { CALM_AHEAD, CALM_BEHIND, calmWindows, proposedIndependent, sheetOf } from './sheet';
import type { Feature, Route } from './route';

let route: Route;
beforeAll(async () => {
  const traffic = await countyTraffic();
  route = drawnOn(traffic, { lat: 52.1275, lon: -2.3205 }, { lat: 52.155, lon: -2.265 }).route;
});

const straight = (features: readonly Partial<Feature>[], metres = 4_000, speed = 30 * MPH): Route => ({
  ...route,
  line: [
    { lat: 52, lon: -2 },
    { lat: 52 + metres / 111_195, lon: -2 },
  ],
  stretches: [
    {
      until: metres,
      name: 'Long Road',
      ref: '',
      class: 'secondary',
      speed,
      assumed: false,
      free: metres / speed,
    },
  ],
  features: features.map((feature, n) => ({
    id: String(n),
    kind: 'note',
    along: 0,
    length: 0,
    lat: 52,
    lon: -2,
    side: null,
    speed: null,
    note: '',
    toward: '',
    exit: null,
    exits: null,
    source: 'network',
    proposed: true,
    assumed: false,
    trap: null,
    photo: false,
    ...feature,
  })),
});

describe('directions', () => {
  it.each([
    // fourteen seconds, never less than 90 m nor more than 750 m (ours)
    [20 * MPH, 125.2],
    [10 * MPH, 90],
    [30 * MPH, 187.8],
    [60 * MPH, 375.5],
    [130 * MPH, 750],
  ])('at %d m/s are given %d m before', (speed, metres) => {
    expect(cueDistance(speed)).toBeCloseTo(metres, 1);
  });

  it('speak the nearest step of the units', () => {
    expect(spoken(187.8, 'imperial')).toEqual({ text: '200 yards', metres: 182.88 });
    expect(spoken(187.8, 'metric')).toEqual({ text: '200 metres', metres: 200 });
    expect(spoken(40, 'metric').text).toBe('100 metres');
  });

  it('come early too above fifty miles an hour', () => {
    const fast = directionsOf(
      straight([{ kind: 'turn-left', along: 3_000, toward: 'Mill Lane' }], 4_000, 70 * MPH),
    );
    expect(fast[0]?.early?.text).toBe('In 800 yards turn left into Mill Lane');
    expect(fast[0]?.main.text).toBe('In 500 yards turn left into Mill Lane');
    expect(fast[0]?.now?.text).toBe('Turn left');
    expect(directionsOf(straight([{ kind: 'turn-left', along: 3_000 }]))[0]?.early).toBeNull();
  });

  it('of two junctions near each other are spoken together, in order of the road', () => {
    const [first, second, third] = directionsOf(
      straight([
        { kind: 'turn-left', along: 1_000 },
        { kind: 'roundabout', along: 1_080, exit: 2, exits: 4 },
        { kind: 'turn-right', along: 2_000 },
      ]),
    );
    expect(first?.main.text).toBe('In 200 yards turn left, then at the roundabout take the second exit');
    expect(second?.saidWith).toBe('0');
    expect(second?.main.along).toBeGreaterThan(1_000);
    expect(third?.saidWith).toBeNull();
  });

  it('of a device with a trap miscount the exit; those of the instructor do not', () => {
    const trapped = straight([{ kind: 'roundabout', along: 1_000, exit: 2, exits: 4, trap: 'wrong-exit' }]);
    expect(directionsOf(trapped, { device: true })[0]?.main.text).toContain('third exit');
    expect(directionsOf(trapped)[0]?.main.text).toContain('second exit');
  });

  it('of a real route come once for each junction, each before it and after the one before', () => {
    const directions = directionsOf(route);
    expect(directions.map(({ feature }) => feature)).toEqual(
      toldFeatures(route.features).map(({ id }) => id),
    );
    directions.forEach(({ at, main, early, now }, n) => {
      expect(main.along).toBeLessThan(at);
      expect(main.along).toBeGreaterThanOrEqual(directions[n - 1]?.at ?? 0);
      if (early) expect(early.along).toBeLessThan(main.along);
      if (now) expect(now.along).toBeGreaterThan(main.along);
    });
  });
});

describe('timing', () => {
  it('is what arithmetic gives, waits included', () => {
    const one = straight([{ kind: 'traffic-lights', along: 2_000 }]);
    const { seconds, at, along } = timingOf(one);
    const driving = 4_000 / (30 * MPH) / 0.85;
    expect(seconds).toBeCloseTo(driving + 16, 6);
    expect(at(1_000)).toBeCloseTo(driving / 4, 6);
    expect(at(3_000)).toBeCloseTo((3 * driving) / 4 + 16, 6);
    expect(along(at(3_000))).toBeCloseTo(3_000, 6);
  });

  it('grows with every delay', () => {
    const more = { ...route, delays: { ...route.delays, giveWay: route.delays.giveWay + 10 } };
    const times = route.features.filter(({ kind }) => kind === 'give-way').length;
    expect(timingOf(more).seconds - timingOf(route).seconds).toBeCloseTo(10 * times, 6);
  });
});

describe('calm windows', () => {
  it('lie fifteen seconds after what was and twenty before what comes', () => {
    const one = straight([
      { kind: 'turn-left', along: 1_000 },
      { kind: 'pull-up', along: 1_500 },
      { kind: 'zebra-crossing', along: 3_000 },
    ]);
    const { at } = timingOf(one);
    const window = calmWindows(one).find(({ from }) => from > 1_000);
    expect(at(window?.from ?? 0) - at(1_000.01)).toBeCloseTo(CALM_BEHIND, 1);
    expect(at(2_999.9) - at(window?.to ?? 0)).toBeCloseTo(CALM_AHEAD, 0);
  });

  it('never hold anything that asks for action', () => {
    for (const { from, to } of calmWindows(route))
      for (const { kind, along } of route.features)
        if (along > from && along < to)
          expect([
            'pull-up',
            'hill-start',
            'emergency-stop',
            'bay-park',
            'parallel-park',
            'hill-up',
            'hill-down',
          ]).toContain(kind);
  });
});

describe('the sheet', () => {
  it('holds the route against the drive plan of a standard, and says what is missing', () => {
    const standard = standardWith({
      drive: { minutes: 40, independentMinutes: 20, manoeuvres: { draw: 1, from: ['bay-park'] }, pullUps: 3 },
    });
    const sheet = sheetOf(
      straight([
        { kind: 'pull-up', along: 500 },
        { kind: 'bay-park', along: 900 },
      ]),
      standard,
    );
    const met = Object.fromEntries(sheet.plan.map(({ id, met: is }) => [id, is]));
    expect(met).toMatchObject({
      minutes: false,
      independent: false,
      'pull-ups': false,
      'hill-start': false,
      manoeuvre: true,
    });
    expect(sheet.plan.find(({ id }) => id === 'pull-ups')).toMatchObject({ has: 1, wants: 3 });
    expect(sheet.metres).toBe(4_000);
  });

  it('counts skills by what lies along the way', () => {
    const { skills } = sheetOf(
      straight([
        { kind: 'roundabout', along: 1 },
        { kind: 'roundabout', along: 9 },
      ]),
      null,
    );
    expect(skills.find(({ skill }) => skill === 'roundabouts')?.times).toBe(2);
  });

  it('proposes an independent part of the length that is wanted, with the most directions', () => {
    const turns = [2_600, 2_700, 2_800].map((along) => ({ kind: 'turn-left' as const, along }));
    const part = proposedIndependent(straight(turns), 3);
    const { at } = timingOf(straight(turns));
    expect(part).not.toBeNull();
    if (part) {
      expect(at(part.to) - at(part.from)).toBeGreaterThan(165);
      expect(part.from).toBeLessThan(2_600);
      expect(part.to).toBeGreaterThan(2_800);
    }
    expect(proposedIndependent(straight(turns), 60)).toBeNull();
  });
});
