import { readFileSync, writeFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { lengthOf, type Position } from '../../core/geo';
import { openNetwork, safeRules, trafficOf, type LearnerRules, type NetworkFile } from '../../core/network';
import {
  drawingOn,
  courseOf,
  parseRoute,
  readRoute,
  routeOf,
  wayThrough,
  writeRoute,
  type Route,
} from '../../core/route';
import { scratchFolder } from '../testing';
import { composeRoutes, convertRoute, drawRoute, importNetwork, makeNetwork, routeSheet } from './roads';

const folder = scratchFolder();
afterAll(() => folder.remove());
const [osm, network, file] = ['county.osm', 'county.json', 'loop.json'].map((name) => folder.path(name)) as [
  string,
  string,
  string,
];
const asked = {
  start: '52.1238,-2.3165',
  minutes: 20,
  want: ['traffic-lights'],
  seed: 2,
  proposals: 1,
  steps: 500,
  rules: safeRules,
};

/** The place of a network that lies farthest north-east, or by −1 farthest south-west. */
function farthest({ x, y, frame }: ReturnType<typeof openNetwork>, sign: 1 | -1): Position {
  let best = 0;
  const far = (p: number) => sign * ((x[p] ?? 0) + (y[p] ?? 0));
  for (let p = 1; p < x.length; p += 1) if (far(p) > far(best)) best = p;
  return frame.toPosition({ x: x[best] ?? 0, y: y[best] ?? 0 });
}

/** That place in the north-east, as the command line takes it. */
function cornerOf(networkFile: string): string {
  const { lat, lon } = farthest(openNetwork(JSON.parse(readFileSync(networkFile, 'utf8')) as NetworkFile), 1);
  return `${lat.toFixed(5)},${lon.toFixed(5)}`;
}

let route: Route;
beforeAll(async () => {
  makeNetwork(osm, { seed: 20_260_914, towns: 1 });
  await importNetwork(osm, { out: network, title: 'Test', side: 'left' });
  const composed = await composeRoutes(network, asked);
  route = (JSON.parse(composed.out) as { route: Route }).route;
  writeFileSync(file, writeRoute(route));
}, 60_000);

describe('the command line of roads and routes', () => {
  it('makes a county, reads it, and tells what it held', async () => {
    const told = await importNetwork(osm, { out: network, title: 'Test', side: 'left' });
    expect(told.code).toBe(0);
    expect(JSON.parse(told.out)).toMatchObject({ missing: 0, bans: 2 });
    expect(JSON.parse(readFileSync(network, 'utf8'))).toMatchObject({
      format: 'jasperwren-network/1',
      title: 'Test',
    });
  });

  it('composes the same for the same seed, and refuses what makes no sense', async () => {
    expect(JSON.parse((await composeRoutes(network, asked)).out)).toMatchObject({
      route: { line: route.line },
    });
    const wrong = await composeRoutes(network, { ...asked, start: 'here', want: ['dragon'] });
    expect(wrong).toMatchObject({ code: 2, out: '' });
    expect(wrong.err).toContain('--start: is here');
    expect(wrong.err).toContain('--want: is dragon');
    expect((await composeRoutes(network, { ...asked, want: ['level-crossing'] })).err).toContain(
      'Level crossing: there is none',
    );
  });

  it('on a network many kilometres wide, far north, makes routes that fit their own line and can be printed at once', async () => {
    const [wideOsm, wide, loops] = ['wide.osm', 'wide.json', 'loops.jsonl'].map((name) => folder.path(name));
    makeNetwork(wideOsm ?? '', { seed: 7, towns: 2 });
    await importNetwork(wideOsm ?? '', { out: wide ?? '', title: 'Wide', side: 'left' });
    const composed = await composeRoutes(wide ?? '', {
      ...asked,
      start: cornerOf(wide ?? ''),
      minutes: 38,
      want: [],
      proposals: 2,
      steps: 400,
    });
    expect(composed.err).toBe('');
    for (const line of composed.out.trim().split('\n')) {
      const { route: made } = JSON.parse(line) as { route: Route };
      expect(parseRoute(made)).toMatchObject({ ok: true });
      // The same metres everywhere: along the roads and along the line.
      expect(made.features.at(-1)?.along).toBeCloseTo(lengthOf(made.line), 0);
    }
    // What composing wrote is read as it is: the best one of several.
    writeFileSync(loops ?? '', composed.out);
    const sheet = routeSheet(loops ?? '', null, { text: true, rules: safeRules });
    expect(sheet).toMatchObject({ code: 0, err: '' });
    expect(sheet.out).toContain('Composed, 38 minutes');

    // One that is drawn by hand from end to end of it fits too, and comes back from its file.
    const graph = openNetwork(JSON.parse(readFileSync(wide ?? '', 'utf8')) as NetworkFile);
    const traffic = trafficOf(graph);
    const drawing = drawingOn(traffic);
    const way = wayThrough(drawing, [farthest(graph, 1), farthest(graph, -1), farthest(graph, 1)]);
    if (!way.ok) throw new Error(JSON.stringify(way.problems));
    const { arcs, from, to, via } = way.value;
    const drawn = routeOf(traffic, courseOf(traffic, arcs, from, to), {
      id: 'drawn',
      title: 'Drawn by hand',
      via,
      network: null,
      units: 'metric',
    });
    expect(lengthOf(drawn.line)).toBeGreaterThan(8_000);
    expect(drawn.features.at(-1)?.along).toBeCloseTo(lengthOf(drawn.line), 0);
    const back = readRoute(writeRoute(drawn));
    expect(back.ok ? back.value : back.problems).toEqual(drawn);
  }, 60_000);

  it('converts without loss, through GPX and GeoJSON and back', () => {
    for (const to of ['gpx', 'geojson'] as const) {
      const other = folder.path(`loop.${to}`);
      writeFileSync(other, convertRoute(file, to).out);
      const back = readRoute(convertRoute(other, 'json').out);
      expect(back.ok && back.value).toEqual(route);
    }
  });

  it('prints a sheet checked against a standard, in words or as JSON', () => {
    const standard = new URL('../../data/standards/fault-ceiling.standard.json', import.meta.url).pathname;
    const { out } = routeSheet(file, standard, { text: true, rules: safeRules });
    expect(out).toMatch(/MISSES Driving: \d\d of 40 min/);
    expect(out).toMatch(/\d+ m: In \d00 yards/);
    expect(JSON.parse(routeSheet(file, null, { text: false, rules: safeRules }).out)).toMatchObject({
      plan: [],
    });
  });

  it('draws without the roads that are closed to learners, and tells what was left out', () => {
    const ends = ['52.1085,-2.2900', '52.1061,-2.3805'];
    const draw = (rules: LearnerRules, points = ends) => drawRoute(network, points, rules);
    const usual = readRoute(draw(safeRules).out);
    const round = readRoute(draw({ motorways: false, closed: ['b417'] }).out);
    if (!usual.ok || !round.ok) throw new Error('not drawn');
    expect(usual.value.stretches.some(({ ref }) => ref === 'B417')).toBe(true);
    expect(usual.value.leftOut).toBeNull();
    expect(round.value.stretches.some(({ ref }) => ref === 'B417')).toBe(false);
    expect(round.value.leftOut?.roads).toEqual([{ road: 'B417', why: 'named' }]);
    const drawn = folder.path('drawn.json');
    writeFileSync(drawn, writeRoute(round.value));
    expect(routeSheet(drawn, null, { text: true, rules: safeRules }).out).toMatch(
      /LEFT OUT B417: closed to learners; \d+ s quicker/,
    );
    writeFileSync(drawn, writeRoute(usual.value));
    expect(
      routeSheet(drawn, null, { text: true, rules: { motorways: false, closed: [' B417 '] } }).out,
    ).toMatch(/CLOSED B417, \d+ m from \d+ m: closed to learners/);
    expect(draw(safeRules, ['here', '1,2,3']).err).toMatch(/--via: is here[^]*--via: is 1,2,3/);
    expect(draw(safeRules, ['10,10', '10,11']).err).toContain('point 1 lies more than 120 m from any road');
  });

  it('lists every problem of bad input behind its file, and prints nothing else', async () => {
    const broken = folder.path('broken.json');
    writeFileSync(broken, '{"format":"jasperwren-route/1","line":[]}');
    const sheet = routeSheet(broken, folder.path('none.json'), { text: true, rules: safeRules });
    expect(sheet).toMatchObject({ code: 2, out: '' });
    expect(sheet.err).toContain('broken.json: title');
    expect(sheet.err).toContain('none.json: cannot be read');
    expect(
      (await importNetwork(folder.path('none.osm'), { out: network, title: 'x', side: 'left' })).code,
    ).toBe(2);
    expect((await importNetwork(file, { out: folder.path('x'), title: 'x', side: 'left' })).err).toContain(
      'broken XML',
    );
    writeFileSync(
      broken,
      '<gpx><trk><trkseg><trkpt lat="1" lon="2"/><trkpt lat="1.1" lon="2"/></trkseg></trk></gpx>',
    );
    expect(convertRoute(broken, 'json').err).toContain('a line of another program');
  });
});
