/** @jest-environment node */
import { beforeAll, expect, it, jest } from '@jest/globals';
import { distance } from '../../../core/geo';
import { countyNetwork, osmXml } from '../../../core/testing';
import type { NetworkFile } from '../../../core/network';
import type { NetworkWorker, RouteBase } from './network.worker';

let worker: NetworkWorker;
let network: NetworkFile;
const start = { lat: 52.1238, lon: -2.3165 };
const base: RouteBase = { id: 'r', title: 'A route', network: null, units: 'metric' };

beforeAll(async () => {
  // What the thread shows is taken as it is, without a thread.
  jest.unstable_mockModule('comlink', () => ({
    expose: (shown: NetworkWorker) => (worker = shown),
    transfer: (given: unknown) => given,
  }));
  await import('./network.worker');
  network = await countyNetwork();
  globalThis.fetch = (url) =>
    Promise.resolve(String(url) === '/net' ? Response.json(network) : new Response('', { status: 404 }));
}, 60_000);

it('does nothing before a network is open, and says why one is not', async () => {
  expect(() => worker.snap(start, 100)).toThrow('no network is open');
  await expect(worker.open('/other')).rejects.toThrow('could not be loaded (404)');
});

it('opens a network, gives its map, and draws, snaps and matches on it', async () => {
  const geometry = await worker.open('/net');
  expect(geometry.x.length).toBe(geometry.y.length);
  expect(geometry.first.length).toBeGreaterThan(100);
  const here = worker.snap(start, 200);
  if (!here) throw new Error('no road');
  expect(distance(here, start)).toBeLessThan(200);
  expect(worker.snap({ lat: 10, lon: 10 }, 100)).toBeNull();

  const there = worker.snap({ lat: 52.118, lon: -2.307 }, 800);
  if (!there) throw new Error('no other road');
  const drawn = worker.draw([here, there], base);
  if (!drawn.ok) throw new Error(JSON.stringify(drawn.problems));
  const { route } = drawn.value;
  expect(route.line.length).toBeGreaterThan(5);

  // What was put by hand comes along with a change that leaves its road, and what was muted stays away.
  const [, second] = route.features;
  if (!second) throw new Error('no features');
  const byHand = { ...second, id: 'hand', kind: 'note', source: 'hand', note: 'Bins on Mondays' } as const;
  const again = worker.draw([here, there], {
    ...route,
    features: [byHand],
    muted: [second.id],
  } as RouteBase);
  if (!again.ok) throw new Error(JSON.stringify(again.problems));
  const ids = again.value.route.features.map(({ id }) => id);
  expect(ids).not.toContain(second.id);
  expect(again.value.route.features.some(({ note }) => note === 'Bins on Mondays')).toBe(true);
  expect(again.value.lost).toBe(0);

  const matched = worker.match(route.line, base);
  expect(matched?.gaps).toBe(0);
  expect(
    worker.match(
      [
        { lat: 10, lon: 10 },
        { lat: 10.01, lon: 10 },
      ],
      base,
    ),
  ).toBeNull();
  // For learners to whom its longest road is closed, another way is found, or it is said why there is none.
  const { name } = route.stretches.reduce((longest, one, n) =>
    one.until - (route.stretches[n - 1]?.until ?? 0) > longest.until ? one : longest,
  );
  const closed = worker.draw([here, there], base, { motorways: false, closed: [name] });
  if (closed.ok) {
    expect(closed.value.route.stretches.map((one) => one.name)).not.toContain(name);
    expect(closed.value.route.leftOut?.roads.map(({ road }) => road)).toContain(name);
  } else expect(JSON.stringify(closed.problems)).toContain('closed to learners');

  const far = worker.draw([here, { lat: 10, lon: 10 }], base);
  expect(far.ok).toBe(false);
});

it('composes with progress, and stops when it is told to', async () => {
  await worker.open('/net');
  const wish = {
    start,
    minutes: 20,
    wants: {},
    skills: {},
    seed: 2,
    proposals: 1,
    steps: 200,
    lately: [],
  };
  const shares: number[] = [];
  const found = await worker.compose(wish, base, (done) => shares.push(done));
  expect(found.ok && found.value[0]?.route.line.length).toBeGreaterThan(5);
  expect(shares.length).toBeGreaterThan(0);
  const stopped = await worker.compose({ ...wish, steps: 5_000 }, base, () => worker.cancel());
  expect(stopped).toMatchObject({ ok: false, problems: [{ message: 'cancelled' }] });
}, 60_000);

it('reads an extract into a compressed network, and tells what is broken', async () => {
  const how = { title: 'Small', source: 'us', drivingSide: 'right' } as const;
  const streets = [
    {
      at: [
        [0, 0],
        [1, 0],
        [2, 0],
      ] as const,
      tags: { highway: 'residential', name: 'Row' },
    },
    {
      at: [
        [1, 0],
        [1, 1],
      ] as const,
      tags: { highway: 'residential', name: 'Lane' },
    },
  ];
  const shares: number[] = [];
  const read = await worker.importOsm(new File([osmXml(streets)], 'a.osm'), how, (share) =>
    shares.push(share),
  );
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  const text = await new Response(
    read.value.gzipped.stream().pipeThrough(new DecompressionStream('gzip')),
  ).text();
  expect(JSON.parse(text)).toMatchObject({
    format: 'jasperwren-network/1',
    title: 'Small',
    drivingSide: 'right',
  });
  expect(shares.at(-1)).toBeGreaterThan(0.4);

  expect(await worker.importOsm(new File(['<osm><node'], 'b.osm'), how, () => undefined)).toMatchObject({
    ok: false,
  });
  expect(await worker.readOwn(new File(['{nope'], 'c.json'))).toMatchObject({
    ok: false,
    problems: [{ code: 'no-json' }],
  });
  expect(await worker.readOwn(new File(['{"format":"x"}'], 'd.json'))).toMatchObject({ ok: false });
  expect(await worker.readOwn(new File([text], 'e.json'))).toMatchObject({ ok: true });
});
