import { beforeAll, describe, expect, it } from '@jest/globals';
import { standardWith, countyTraffic, drawnOn } from '../testing';
import { MPH } from '../network';
import { cueDistance, spoken } from '../roadcraft';
import { directionsOf, toldFeatures } from './directions';
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
      when: '',
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

  it('are early at twice the time, rounded once: 800 yards at 52 to 58 miles an hour', () => {
    for (const mph of [51, 52, 55, 58, 65]) {
      // The speed that is driven is a share of the limit.
      const one = straight([{ kind: 'turn-left', along: 3_500 }], 4_000, (mph * MPH) / route.delays.pace);
      const [first] = directionsOf(one);
      expect(first?.early?.text).toBe('In 800 yards turn left');
      expect(3_500 - (first?.early?.along ?? 0)).toBeCloseTo(731.52, 2);
    }
    expect(
      directionsOf(straight([{ kind: 'turn-left', along: 3_500 }], 4_000, (49 * MPH) / route.delays.pace))[0]
        ?.early,
    ).toBeNull();
  });

  it('are spoken together up to the own distance of the second, however long that is, and said again behind', () => {
    // At 50 miles an hour that is 300 yards, at 80 it is 500.
    const at = (gap: number, mph: number) =>
      directionsOf(
        straight(
          [
            { kind: 'turn-left', along: 2_000 },
            { kind: 'turn-right', along: 2_000 + gap },
          ],
          4_000,
          (mph * MPH) / route.delays.pace,
        ),
      );
    for (const [gap, mph, together] of [
      [270, 50, true],
      [280, 50, false],
      [450, 80, true],
      [460, 80, false],
      [180, 30, true],
      [190, 30, false],
    ] as const) {
      const [first, second] = at(gap, mph);
      expect([gap, mph, first?.main.text.endsWith(', then turn right')]).toEqual([gap, mph, together]);
      expect(second?.saidWith).toBe(together ? '0' : null);
      expect(second?.again).toBe(true);
    }
    expect(at(80, 30)[1]?.again).toBe(false);
  });

  it('of slip roads are spoken as such; signalled from 300 yards and no later than 200', () => {
    const leaving = { kind: 'dual-leave' as const, side: 'left' as const, toward: 'Mill Lane' };
    for (const [mph, main] of [
      [70, 500],
      [50, 500],
      [40, 300],
    ] as const) {
      const one = straight([{ ...leaving, along: 3_000 }], 4_000, (mph * MPH) / route.delays.pace);
      const [first] = directionsOf(one);
      expect(first?.main.text).toBe(`In ${main} yards leave by the slip road for Mill Lane`);
      expect(first?.signal?.from).toBeCloseTo(3_000 - 274.32, 2);
      expect(first?.signal?.to).toBeCloseTo(3_000 - 182.88, 2);
      expect(first?.signal?.text).toContain('Slow down on the slip road, not before.');
      if (main === 500) expect(first?.now?.along).toBeCloseTo(3_000 - 274.32, 2);
      expect(first?.now?.along ?? Infinity).toBeGreaterThan(first?.main.along ?? 0);
    }
    const metric = directionsOf({ ...straight([{ ...leaving, along: 3_000 }], 4_000, 36), units: 'metric' });
    expect(metric[0]?.signal?.from).toBeCloseTo(2_700, 6);
    const joining = straight([{ kind: 'dual-join', side: 'left', along: 800 }]);
    expect(directionsOf(joining)[0]?.main.text).toBe('In 200 yards join the dual carriageway');
    const motorway = joining.stretches.map((stretch) => ({ ...stretch, class: 'motorway' as const }));
    expect(directionsOf({ ...joining, stretches: motorway })[0]?.now?.text).toBe('Join the motorway');
  });

  it('are silent where a dual carriageway only begins or ends', () => {
    expect(
      directionsOf(
        straight([
          { kind: 'dual-join', along: 800 },
          { kind: 'dual-leave', along: 3_000 },
        ]),
      ),
    ).toEqual([]);
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

  it('counts what stands at the very end, though its place is rounded beyond it', () => {
    const until = 3_999.96;
    const one = straight([{ kind: 'stop-junction', along: 4_000 }], until);
    const driving = until / (30 * MPH) / 0.85;
    expect(timingOf(one).seconds).toBeCloseTo(driving + one.delays.stop, 6);
    expect(timingOf(one).at(until)).toBeCloseTo(driving, 6);
    expect(timingOf(one).along(driving + 5)).toBeCloseTo(until, 6);
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

  it('asks for as many manoeuvres as a standard draws, each with a place of its own', () => {
    const standard = standardWith({
      drive: {
        minutes: 30,
        independentMinutes: 10,
        manoeuvres: { draw: 4, from: ['corner-reverse', 'turn-in-road', 'hill-start', 'bay-park'] },
      },
    });
    const check = (...kinds: Feature['kind'][]) =>
      sheetOf(straight(kinds.map((kind, n) => ({ kind, along: 300 + 300 * n }))), standard).plan.find(
        ({ id }) => id === 'manoeuvre',
      );
    expect(check('bay-park', 'bay-park', 'bay-park', 'bay-park')).toMatchObject({
      has: 1,
      wants: 4,
      met: false,
    });
    expect(check('bay-park', 'hill-start', 'pull-up')).toMatchObject({ has: 3, met: false });
    expect(check('bay-park', 'hill-start', 'pull-up', 'pull-up')).toMatchObject({ has: 4, met: true });
    expect(check()).toMatchObject({ has: 0, wants: 4, met: false });
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
