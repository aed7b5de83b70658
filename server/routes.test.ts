import { gzipSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type {
  HotSpotsView,
  HotSpotMark,
  NetworkSummary,
  Page,
  ProblemDetails,
  ListedRoute,
  RouteSummary,
  RouteView,
} from '../contract';
import { featureHere, ribbonOf, withFeature } from '../core/route';
import { networkOf, osmXml } from '../core/testing';
import {
  Client,
  demoMock,
  faultEvent,
  openPdf,
  scratchFolder,
  startServer,
  type ServerProcess,
} from './testing';

const folder = scratchFolder();
let server: ServerProcess;
let client: Client;
beforeAll(async () => {
  server = await startServer('demo', folder.path('routes.db'));
  client = new Client(server.address);
  await client.post('/session/demo');
}, 60_000);
afterAll(async () => {
  await server.kill();
  folder.remove();
});

const routes = async () => ((await client.get('/routes')).body as Page<RouteSummary>).items;
const route = async (id: string) => (await client.get(`/routes/${id}`)).body as RouteView;
const detail = (body: unknown): string => {
  const { detail: text, errors = [] } = body as ProblemDetails;
  return [text, ...errors.map(({ path, message }) => `${path} ${message}`)].join(' ');
};

describe('routes', () => {
  it('of the demo are eight, each with its times and what lies along it', async () => {
    const all = await routes();
    expect(all).toHaveLength(8);
    const listed = ((await client.get('/routes?limit=20')).body as Page<ListedRoute>).items;
    expect(listed.map(({ sketch: _, ...told }) => told)).toEqual(all);
    for (const { start, sketch } of listed) {
      expect(sketch.length).toBeGreaterThan(20);
      expect(start).toEqual(sketch[0]);
    }
    for (const { seconds, metres, kinds, mocks } of all) {
      expect(seconds / 60).toBeGreaterThan(18);
      expect(metres).toBeGreaterThan(5_000);
      expect(kinds.length).toBeGreaterThan(8);
      expect(mocks).toBeGreaterThan(3);
    }
  });

  it('come page after page, each once, by title or the most driven first, and are found by part of a title', async () => {
    const paged = async (query: string) => {
      const all: RouteSummary[] = [];
      for (let cursor = ''; ;) {
        const page = (await client.get(`/routes?limit=3&${query}${cursor}`)).body as Page<RouteSummary>;
        expect(page.items.length).toBeLessThanOrEqual(3);
        all.push(...page.items);
        if (page.next === null) return all;
        cursor = `&cursor=${page.next}`;
      }
    };
    const whole = await routes();
    expect((await paged('sort=title')).map(({ id }) => id)).toEqual(whole.map(({ id }) => id));
    const driven = await paged('sort=driven');
    expect(new Set(driven.map(({ id }) => id)).size).toBe(whole.length);
    const times = driven.map(({ mocks }) => mocks);
    expect([...times].sort((a, b) => b - a)).toEqual(times);
    expect((await paged('search=AND BACK')).map(({ title }) => title)).toEqual(['Bypass and back']);
    expect(await paged('search=100%25_')).toEqual([]);
    for (const wrong of ['limit=0', 'limit=3&sort=age', 'limit=3&cursor=xyz'])
      expect((await client.get(`/routes?${wrong}`)).status).toBe(400);
  });

  it('are added once, changed by who saw the last change, and taken out of the list', async () => {
    const { route: first } = await route('market');
    const own = { ...first, id: 'own', title: 'Our own' };
    expect((await client.ask('PUT', '/routes/own', { route: own })).status).toBe(201);
    expect((await client.ask('PUT', '/routes/own', { route: own })).status).toBe(409);
    const change = (revision: number, title: string) =>
      client.ask('PUT', '/routes/own', { route: { ...own, title } }, { 'if-match': `"${revision}"` });
    expect((await change(1, 'Renamed')).status).toBe(200);
    expect((await change(1, 'Too late')).status).toBe(412);
    expect((await route('own')).route.title).toBe('Renamed');
    expect((await client.ask('DELETE', '/routes/own', undefined, { 'if-match': '"2"' })).status).toBe(204);
    expect((await routes()).some(({ id }) => id === 'own')).toBe(false);
    // Drives that were driven on it still find it.
    expect((await route('own')).route.title).toBe('Renamed');
  });

  it('are refused with every problem at its path, and nothing is stored', async () => {
    const { route: first } = await route('market');
    const broken = {
      ...first,
      id: 'broken',
      features: [
        { ...first.features[0], along: 9e5 },
        { ...first.features[1], kind: 'dragon' },
      ],
      stretches: first.stretches.slice(0, 1),
    };
    const answer = await client.ask('PUT', '/routes/broken', { route: broken });
    expect(answer.status).toBe(400);
    expect(detail(answer.body)).toMatch(/route\.features\[1\]\.kind/);
    const beyond = await client.ask('PUT', '/routes/broken', {
      route: { ...first, id: 'broken', features: [{ ...first.features[0], along: 9e5 }] },
    });
    expect(detail(beyond.body)).toMatch(/lies beyond the end of the line/);
    expect((await client.get('/routes/broken')).status).toBe(404);
    expect((await client.ask('PUT', '/routes/other', { route: first })).status).toBe(400);
  });

  it('hold pictures of what lies along them', async () => {
    const { route: held } = await route('estates');
    const id = held.features[3]?.id ?? '';
    const jpeg = Uint8Array.from([0xff, 0xd8, 0xff, 0xda, 0, 2, 1, 2, 3, 0xff, 0xd9]);
    const path = `/routes/estates/photos/${encodeURIComponent(id)}`;
    expect((await client.send('PUT', path, jpeg, 'image/jpeg')).status).toBe(200);
    expect((await route('estates')).photos).toEqual([id]);
    expect((await client.send('PUT', '/routes/estates/photos/nothing', jpeg, 'image/jpeg')).status).toBe(404);
    expect((await client.send('PUT', path, Uint8Array.from([1, 2, 3]), 'image/jpeg')).status).toBe(400);
    // What it shows is called something else: the picture stays with it.
    const { route: now, revision } = await route('estates');
    const shown = now.features.find((one) => one.id === id);
    if (!shown) throw new Error('lost');
    const changed = withFeature(now, { ...shown, kind: 'bus-lane', photo: true });
    await client.ask('PUT', '/routes/estates', { route: changed }, { 'if-match': `"${revision}"` });
    expect((await route('estates')).photos).toEqual([id]);
    expect(await client.bytes(path)).toEqual(Buffer.from(jpeg));
    expect((await client.ask('DELETE', path)).status).toBe(200);
    expect((await route('estates')).photos).toEqual([]);
  });
});

describe('networks', () => {
  const put = (id: string, body: Uint8Array<ArrayBuffer>, type = 'application/gzip') =>
    client.send('PUT', `/networks/${id}`, body, type);
  const packed = (value: unknown) => Uint8Array.from(gzipSync(JSON.stringify(value)));

  it('are kept compressed, and their version grows when they are replaced', async () => {
    const small = await networkOf(
      osmXml([
        {
          at: [
            [0, 0],
            [1, 0],
            [2, 0],
          ],
          tags: { highway: 'residential', name: 'Mill Lane' },
        },
      ]),
    );
    expect((await put('small', packed(small))).status).toBe(201);
    expect((await put('small', packed({ ...small, title: 'Again' }))).status).toBe(200);
    const { items } = (await client.get('/networks')).body as Page<NetworkSummary>;
    expect(items.find(({ id }) => id === 'small')).toMatchObject({ title: 'Again', version: 2, edges: 1 });
    expect((await client.get('/networks/small/1')).status).toBe(404);
    expect((await client.get('/networks/small/2')).body).toMatchObject({
      title: 'Again',
      roads: [{ name: 'Mill Lane' }],
    });
  });

  it('are refused when they are broken, no gzip, or would unpack to far too much', async () => {
    expect((await put('bad', packed({ format: 'jasperwren-network/1' }))).status).toBe(400);
    expect((await put('bad', Uint8Array.from([1, 2, 3]))).status).toBe(400);
    expect((await put('bad', packed({}), 'application/json')).status).toBe(400);
    expect((await put('bad', Uint8Array.from(gzipSync(Buffer.alloc(520_000_000, 32))))).status).toBe(400);
    expect((await client.get('/networks/bad/1')).status).toBe(404);
  }, 60_000);
});

describe('hot spots', () => {
  const places = async (query = '') => (await client.get(`/hot-spots${query}`)).body as HotSpotsView;

  it('gather the marks of all drives, hot ones among them, and open to the marks', async () => {
    const all = await places();
    expect(all.drives).toBe(60);
    expect(all.marks).toBeGreaterThan(500);
    const [first] = all.places;
    expect(first?.hot).toBe(true);
    expect(first?.low ?? 9).toBeLessThan(first?.rate ?? 0);
    expect(first?.rate ?? 9).toBeLessThan(first?.high ?? 0);
    const marks = (await client.get(`/hot-spots/${encodeURIComponent(first?.site.key ?? '')}/marks`))
      .body as Page<HotSpotMark>;
    expect(marks.items).toHaveLength(first?.marks ?? 0);
  });

  it('are chosen by learner, route, skill, gravity and hour, and broken filters are told', async () => {
    const all = await places();
    const ofRoute = await places('?route=bypass');
    expect(ofRoute.drives).toBeLessThan(all.drives);
    expect((await places('?gravity=2')).marks).toBeLessThan(all.marks / 4);
    const skilled = await places('?skill=approach-speed');
    expect(skilled.places.every(({ most }) => most.every(({ skill }) => skill === 'approach-speed'))).toBe(
      true,
    );
    const morning = await places('?from=0&until=12');
    const later = await places('?from=12&until=24');
    expect(morning.drives + later.drives).toBe(all.drives);
    expect((await client.get('/hot-spots?gravity=9')).status).toBe(400);
    expect((await client.get('/hot-spots?from=noon')).status).toBe(400);
    expect((await client.get('/hot-spots/nowhere/marks')).status).toBe(404);
  });

  it('follow what is marked next', async () => {
    const before = await places();
    const { client: marker, mock } = await demoMock(server);
    const { route: held } = await route('market');
    const at = held.features.find(({ kind }) => kind === 'traffic-lights');
    await marker.post(`/mocks/${mock}/events`, {
      events: [{ ...faultEvent(1), feature: at?.id, place: { lat: at?.lat, lon: at?.lon } }],
    });
    // A drive that follows no route and has no track is on no place.
    expect((await places()).marks).toBe(before.marks);
    const learners = (await client.get('/learners')).body as Page<{ id: string }>;
    const id = crypto.randomUUID();
    const started = await client.post('/mocks', {
      id,
      learner: learners.items[0]?.id,
      standard: { id: 'fault-ceiling', version: '1.0.0' },
      route: 'market',
      retest: false,
      startedAt: '2026-09-14T08:00:00.000Z',
      zone: 'Europe/London',
      ready: [],
    });
    expect(started.body).toMatchObject({ route: { id: 'market', title: 'Market and lights' } });
    await client.post(`/mocks/${id}/events`, { events: [{ ...faultEvent(1), feature: at?.id }] });
    const after = await places();
    expect(after.drives).toBe(before.drives + 1);
    expect(after.marks).toBe(before.marks + 1);
    const unknown = await client.post('/mocks', {
      ...(started.body as object),
      id: crypto.randomUUID(),
      route: 'nowhere',
      learner: learners.items[0]?.id,
    });
    expect(unknown.status).toBe(400);
  });

  it('take no mark of a drive in which nothing told where the car was, and its report places none either', async () => {
    const before = await places();
    const { route: held } = await route('market');
    const first = featureHere(ribbonOf(held), 0)?.id;
    const learners = (await client.get('/learners')).body as Page<{ id: string }>;
    const id = crypto.randomUUID();
    await client.post('/mocks', {
      id,
      learner: learners.items[0]?.id,
      standard: { id: 'fault-ceiling', version: '1.0.0' },
      route: 'market',
      retest: false,
      startedAt: '2026-09-14T12:00:00.000Z',
      zone: 'Europe/London',
      ready: [],
    });
    await client.post(`/mocks/${id}/events`, {
      events: [1, 2, 3].map((n) => ({ ...faultEvent(n), feature: first })),
    });
    expect((await places()).marks).toBe(before.marks);
    const { marks } = (await client.get(`/mocks/${id}/marks.json`)).body as {
      marks: { feature: string; latitude: number | '' }[];
    };
    expect(marks.map(({ feature, latitude }) => [feature, latitude])).toEqual([1, 2, 3].map(() => ['', '']));
    const { tree } = await openPdf(await client.bytes(`/mocks/${id}/report.pdf`));
    expect(tree).toContain('and 0 of 3 marks where they were made');
  });

  it('of a drive without a route are found by its track', async () => {
    const { client: marker, mock } = await demoMock(server);
    const { route: held } = await route('short-loop');
    const fixes = held.line
      .filter((_place, n) => n % 2 === 0)
      .map(({ lat, lon }, n) => ({
        kind: 'fix',
        id: `fix-${n}`,
        device: 'd2',
        seq: n + 1,
        at: new Date(Date.UTC(2026, 8, 14, 8, 0, n * 6)).toISOString(),
        lat,
        lon,
        accuracy: 6,
        speed: 9,
      }));
    for (let n = 0; n < fixes.length; n += 400)
      await marker.post(`/mocks/${mock}/events`, { events: fixes.slice(n, n + 400) });
    const [position] = held.line.slice(Math.floor(held.line.length / 2));
    await marker.post(`/mocks/${mock}/events`, {
      events: [
        { ...faultEvent(1), place: position },
        { kind: 'end', id: 'end', device: 'd1', seq: 9, at: '2026-09-14T09:00:00.000Z', how: 'finished' },
      ],
    });
    const own = await places(`?mock=${mock}`);
    expect(own.drives).toBe(1);
    expect(own.marks).toBe(1);
    const track = (await client.get(`/mocks/${mock}/track`)).body as Page<{ at: string }>;
    expect(track.items).toHaveLength(fixes.length);
  });
});
