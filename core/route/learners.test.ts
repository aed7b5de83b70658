import { beforeAll, describe, expect, it } from '@jest/globals';
import { compose } from '../compose';
import { wayBack } from '../guidance';
import { everyRoad, openNetwork, trafficOf, type LearnerRules, type RoadGraph } from '../network';
import { gridPosition, networkOf, osmXml } from '../testing';
import { drawingOn, drawThrough, withRules, type Drawing } from './draw';
import { closedAlong, hoursAlong } from './learners';
import { onwardFrom } from './onward';
import type { Stretch } from './route';
import { sheetOf } from './sheet';

/**
 * A motorway of 6 km from west to east with a slip road at each end, and the old road beside it, which is longer
 * and slower. In the middle a street ends at the motorway's services.
 */
const xml = osmXml([
  {
    at: [
      [0, 0],
      [2, 0],
      [28, 0],
      [30, 0],
    ],
    tags: { highway: 'secondary', name: 'Old Road', ref: 'B7;B9', maxspeed: '30 mph' },
  },
  {
    at: [
      [2, 0],
      [3, 1],
    ],
    tags: { highway: 'motorway_link', oneway: 'yes', maxspeed: '50 mph' },
  },
  {
    at: [
      [1, 1],
      [3, 1],
      [15, 1],
      [27, 1],
      [40, 1],
    ],
    tags: { highway: 'motorway', ref: 'M9', maxspeed: '70 mph' },
  },
  {
    at: [
      [27, 1],
      [28, 0],
    ],
    tags: { highway: 'motorway_link', oneway: 'yes', maxspeed: '50 mph' },
  },
  {
    at: [
      [15, 1],
      [15, 4],
      [16, 4],
    ],
    tags: { highway: 'residential', name: 'Services Way', 'motor_vehicle:conditional': 'no @ (22:00-06:00)' },
  },
  {
    at: [
      [28, 0],
      [28, -2],
    ],
    tags: { highway: 'trunk', name: 'Fast Road', motorroad: 'yes', maxspeed: '60 mph' },
  },
]);
const [west, east] = [gridPosition(0.5, 0), gridPosition(29.5, 0)];
const more = { id: 'r', title: 'R', units: 'imperial', network: null } as const;

let drawing: Drawing;
let graph: RoadGraph;
beforeAll(async () => {
  graph = openNetwork(await networkOf(xml));
  drawing = drawingOn(trafficOf(graph));
});

const drawn = (rules: LearnerRules | null, ...via: { lat: number; lon: number }[]) => {
  const result = drawThrough(rules ? withRules(drawing, rules) : drawing, via, more);
  const route = result.ok ? result.value.route : null;
  return {
    route,
    names: route?.stretches.map(({ ref, name }) => ref || name) ?? [],
    problems: result.ok ? [] : result.problems.map(({ message }) => message),
  };
};

describe('learners', () => {
  it('don’t use motorways until a school says so; the route tells what was left out', () => {
    const usual = drawn(null, west, east);
    expect(usual.names).toEqual(['B7;B9']);
    expect(usual.route?.leftOut?.roads).toEqual([{ road: 'M9', why: 'motorway' }]);
    const free = drawn(everyRoad, west, east);
    expect(free.names).toContain('M9');
    expect(free.route?.leftOut).toBeNull();
    const seconds = (route: typeof usual.route) => (route ? sheetOf(route, null).seconds : 0);
    expect(usual.route?.leftOut?.seconds).toBeGreaterThan(60);
    expect(seconds(usual.route) - seconds(free.route)).toBeCloseTo(usual.route?.leftOut?.seconds ?? 0, -1);
    // What was drawn where nothing quicker is closed tells nothing.
    expect(drawn(null, west, gridPosition(1.5, 0)).route?.leftOut).toBeNull();
  });

  it('keep off roads that a school names, by any of their names and numbers', () => {
    for (const closed of ['B9', ' old  ROAD', 'b7']) {
      const only = drawn({ motorways: true, closed: [closed] }, west, gridPosition(1.5, 0));
      expect(only.problems[0]).toMatch(/point 1 lies on B7;B9, which is closed to learners/);
    }
    expect(drawn({ motorways: true, closed: ['B', 'Old', ''] }, west, east).problems).toEqual([]);
    expect(drawn({ motorways: false, closed: [] }, east, gridPosition(28, -1.5)).problems[0]).toContain(
      'point 2 lies on Fast Road, a motorway',
    );
  });

  it('are told when only a closed road leads there', () => {
    expect(drawn(null, west, gridPosition(15.5, 4)).problems).toEqual([
      'the only way leads over M9, closed to learners',
    ]);
    expect(drawn(everyRoad, west, gridPosition(15.5, 4)).route?.stretches.map(({ when }) => when)).toEqual(
      expect.arrayContaining(['', 'no @ (22:00-06:00)']),
    );
  });

  it('are offered no way onto a motorway, and led back past it', () => {
    const onto = (of: Drawing) =>
      onwardFrom(of, gridPosition(1.8, 0), Math.PI / 2).map(({ way, road }) => `${way} ${road}`);
    expect(onto(drawing)).toEqual(['straight Old Road']);
    expect(onto(withRules(drawing, everyRoad))).toHaveLength(2);
    const route = drawn(null, west, east).route;
    if (!route) throw new Error('no route');
    const back = wayBack(drawing, { ...gridPosition(1.8, 0), heading: Math.PI / 2 }, route, 1_000);
    expect(back?.route.stretches.some(({ ref }) => ref === 'M9')).toBe(false);
  });

  it('see on the sheet which parts of a line are closed to them, and which are open by the hour', () => {
    const { route } = drawn(everyRoad, west, gridPosition(15.5, 4));
    if (!route) throw new Error('no route');
    const sheet = sheetOf(route, null);
    expect(sheet.closed.map(({ road, why }) => [road, why])).toContainEqual(['M9', 'motorway']);
    const part = sheet.closed.find(({ road }) => road === 'M9');
    expect(part?.metres).toBeCloseTo(2_400, -1);
    expect(sheet.hours.map(({ road, when }) => [road, when])).toEqual([
      ['Services Way', 'no @ (22:00-06:00)'],
    ]);
    expect(closedAlong(route, everyRoad)).toEqual([]);
    expect(hoursAlong({ stretches: [] })).toEqual([]);
    const older = route.stretches.map(({ when: _when, ...stretch }) => stretch as Stretch);
    expect(hoursAlong({ stretches: older })).toEqual([]);
  });

  it('are composed no loop over closed roads, and told which were left out where there is none', async () => {
    const wish = {
      start: gridPosition(1, 0),
      minutes: 20,
      wants: {},
      skills: {},
      lately: new Set<number>(),
      seed: 1,
      proposals: 1,
      steps: 200,
    };
    const found = await compose(withRules(drawing, { motorways: false, closed: ['Services Way'] }), {
      ...wish,
      minutes: 40,
      wants: { 'dual-join': 1 },
    });
    expect(found.ok ? [] : found.problems.map(({ message }) => message)).toEqual([
      'Joining a dual carriageway: there is none within 20 minutes of the start',
      'left out, as learners may not drive there: M9, Services Way, Fast Road',
    ]);
  });
});
