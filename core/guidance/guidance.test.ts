import { beforeAll, describe, expect, it } from '@jest/globals';
import { countyTraffic, drawnOn } from '../testing';
import { bearing, distance, metresAlong, nearestOn, positionAlong } from '../geo';
import { wayBack, wrongTurn } from './offRoute';
import { directionsOf, drawingOn, timingOf, type Route } from '../route';
import { guideFor, guideOn, guideStart, shownAt, type Cue, type Guide, type Guided } from './guide';
import {
  goodReception,
  poorReception,
  replayOf,
  replayOfTrack,
  simulatedFix,
  type Reception,
} from './receiver';

let route: Route;
let guide: Guide;
beforeAll(async () => {
  const traffic = await countyTraffic();
  route = drawnOn(traffic, { lat: 52.1275, lon: -2.3205 }, { lat: 52.1, lon: -2.29 }).route;
  guide = guideFor(route);
});

/** Drives the route as a receiver of some quality tells it, second by second. */
function driven(reception: Reception) {
  const timing = timingOf(route);
  const replay = replayOf(route.line, timing);
  let state: Guided = guideStart;
  const cues: (Cue & { readonly at: number })[] = [];
  for (let second = 0; second <= timing.seconds + 5; second += 1) {
    const fix = simulatedFix(replay, second, reception);
    if (!fix) continue;
    const step = guideOn(guide, state, fix);
    state = step.now;
    cues.push(...step.cues.map((cue) => ({ ...cue, at: state.along })));
  }
  return { state, cues: cues.filter(({ text }) => text !== '') };
}

describe('guidance', () => {
  it('says each direction once, before its junction, and that one has arrived', () => {
    const { state, cues } = driven(goodReception);
    expect(state.state).toBe('arrived');
    expect(cues.at(-1)?.text).toBe('You have arrived.');
    expect(new Set(cues.map(({ key }) => key)).size).toBe(cues.length);
    for (const direction of directionsOf(route, { device: true })) {
      const said = cues.filter(({ key }) => key.startsWith(`${direction.feature} `));
      if (direction.saidWith === null)
        expect(said.some(({ moment }) => moment === 'main' || moment === 'now')).toBe(true);
      for (const { at, moment } of said) if (moment !== 'exit') expect(at).toBeLessThanOrEqual(direction.at);
    }
  });

  it('says on a roundabout when the exit comes, before it, and not where a trap counts exits wrongly', () => {
    const rounds = route.features.filter(({ kind, length }) => kind === 'roundabout' && length >= 45);
    expect(rounds.length).toBeGreaterThan(1);
    const { cues } = driven(goodReception);
    for (const { id, along, length } of rounds) {
      const [exit, ...more] = cues.filter(({ key, moment }) => moment === 'exit' && key.startsWith(`${id} `));
      expect(more).toEqual([]);
      expect(exit?.text).toBe('Take this exit');
      expect(exit?.at).toBeGreaterThanOrEqual(along);
      expect(exit?.at).toBeLessThan(along + length);
    }
    const trapped = route.features.map((one) =>
      one.kind === 'roundabout' ? { ...one, trap: 'wrong-exit' as const } : one,
    );
    const misled = directionsOf({ ...route, features: trapped }, { device: true });
    expect(misled.filter(({ exit }) => exit)).toEqual([]);
  });

  it('comes through gaps and noise of the receiver without leaving the route', () => {
    const { state, cues } = driven(poorReception);
    expect(state.state).toBe('arrived');
    expect(cues.filter(({ moment }) => moment === 'left')).toEqual([]);
  });

  it('knows when the route was left, not at the first stray place, and when one is back', () => {
    const on = positionAlong(route.line, guide.metres, 500);
    const far = { lat: on.lat + 0.003, lon: on.lon + 0.003, accuracy: 5 };
    let state = guideOn(guide, { ...guideStart, along: 490 }, { ...on, accuracy: 5 }).now;
    const first = guideOn(guide, state, far);
    expect(first.now.state).toBe('leaving');
    expect(first.cues).toEqual([]);
    state = guideOn(guide, first.now, far).now;
    const third = guideOn(guide, state, far);
    expect(third.now.state).toBe('off');
    expect(third.cues[0]?.text).toContain('isn’t a fault');
    const later = positionAlong(route.line, guide.metres, 1_400);
    const back = guideOn(guide, third.now, { ...later, accuracy: 5 });
    expect(back.now.state).toBe('on');
    expect(back.now.along).toBeCloseTo(1_400, 0);
    expect(back.cues[0]?.text).toContain('on the route again');
  });

  it('does not take crossing the route for being on it', () => {
    const on = positionAlong(route.line, guide.metres, 900);
    const across = { ...on, accuracy: 5, heading: on.heading + Math.PI / 2 };
    expect(guideOn(guide, { ...guideStart, along: 890 }, across).now.state).toBe('leaving');
  });

  it('shows the next junction and the limit, wrong where the device is wrong', () => {
    const [first] = guide.directions;
    const shown = shownAt(guide, 0);
    expect(shown.next?.id).toBe(first?.feature);
    expect(shown.metres).toBeCloseTo(first?.at ?? 0, 6);
    const change = route.features.find(({ kind }) => kind === 'speed-change');
    const trapped = guideFor({
      ...route,
      features: route.features.map((one) =>
        one === change ? { ...one, trap: 'wrong-speed' as const } : one,
      ),
    });
    const at = (change?.along ?? 0) + 1;
    expect((shownAt(trapped, at).limit ?? 0) - (shownAt(guide, at).limit ?? 0)).toBeCloseTo(4.47, 2);
  });

  it('tells where the independent drive begins and ends', () => {
    const alone = guideFor({ ...route, independent: { from: 300, to: 800 } });
    const at = (along: number) => ({ ...positionAlong(route.line, guide.metres, along), accuracy: 5 });
    const begun = guideOn(alone, { ...guideStart, along: 290 }, at(310));
    expect(begun.cues.map(({ text }) => text)).toContain(
      'Now follow the directions of the device on your own.',
    );
    const ended = guideOn(alone, { ...begun.now, along: 790 }, at(810));
    expect(ended.cues.map(({ text }) => text)).toContain('That is the end of the independent drive.');
  });
});

describe('a simulated receiver', () => {
  it('errs as much as it is told to, and tells the same for the same seed', () => {
    const replay = replayOf(route.line, timingOf(route));
    const errors = Array.from({ length: 300 }, (_, n) => {
      const fix = simulatedFix(replay, n, { ...goodReception, noise: 6 });
      return fix ? distance(fix, positionAlong(route.line, replay.metres, replay.along(n))) : 0;
    });
    const mean = errors.reduce((sum, error) => sum + error, 0) / errors.length;
    expect(mean).toBeGreaterThan(3);
    expect(mean).toBeLessThan(12);
    expect(simulatedFix(replay, 30, poorReception)).toEqual(simulatedFix(replay, 30, poorReception));
  });

  it('has gaps as often and as long as it is told to', () => {
    const replay = replayOf(route.line, timingOf(route));
    const silent = Array.from({ length: 3_600 }, (_, n) => simulatedFix(replay, n, poorReception)).filter(
      (fix) => fix === null,
    );
    expect(silent.length).toBeGreaterThan(400);
    expect(silent.length).toBeLessThan(560);
  });

  it('replays a track by its own times, or steadily where it has none', () => {
    const point = (lat: number, time: string | null) => ({ lat, lon: -2, time });
    const timed = replayOfTrack([
      point(52, '2026-09-14T08:00:00Z'),
      point(52.001, '2026-09-14T08:00:10Z'),
      point(52.002, '2026-09-14T08:01:00Z'),
    ]);
    expect(timed.seconds).toBe(60);
    expect(timed.along(5)).toBeCloseTo((timed.metres[1] ?? 0) / 2, 3);
    expect(timed.along(600)).toBeCloseTo(timed.metres[2] ?? 0, 6);
    const bare = replayOfTrack([point(52, null), point(52.001, null)]);
    expect(bare.seconds).toBeCloseTo((bare.metres[1] ?? 0) / 13.4, 6);
  });
});

describe('somebody who turned wrong', () => {
  it('leaves the route, and is led back to it ahead, without turning round', async () => {
    const traffic = await countyTraffic();
    const drawing = drawingOn(traffic);
    const line = wrongTurn(drawing, route, 400);
    const end = line?.at(-1);
    const before = line?.at(-2);
    if (!line || !end || !before) throw new Error('no wrong turn');
    const metres = metresAlong(route.line);
    expect(nearestOn(route.line, metres, end)?.off ?? 0).toBeGreaterThan(40);
    const back = wayBack(drawing, { ...end, heading: bearing(before, end) }, route, 600);
    expect(back?.joins ?? 0).toBeGreaterThan(600);
    const joined = back?.route.line.at(-1);
    expect(joined && nearestOn(route.line, metres, joined)?.off).toBeLessThan(30);
    expect(back?.route.features.some(({ kind }) => kind === 'turn-round')).toBe(false);
  });

  it('is not led over a road that is closed', async () => {
    const traffic = await countyTraffic();
    const drawing = drawingOn(traffic);
    const here = positionAlong(route.line, metresAlong(route.line), 300);
    const usual = wayBack(drawing, here, route, 300);
    const middle = usual?.route.line[Math.floor(usual.route.line.length / 2)];
    if (!middle) throw new Error('no way');
    const round = wayBack(drawing, here, route, 300, [middle]);
    if (round) {
      const off = nearestOn(round.route.line, metresAlong(round.route.line), middle)?.off ?? Infinity;
      expect(off).toBeGreaterThan(3);
    }
  });

  it('is not led anywhere where there is no road', async () => {
    const traffic = await countyTraffic();
    const drawing = drawingOn(traffic);
    expect(wayBack(drawing, { lat: 0, lon: 0, heading: null }, route, 300)).toBeNull();
  });
});
