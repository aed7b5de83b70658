import { randomUUID } from 'node:crypto';
import { spawnSync } from 'node:child_process';
import { request } from 'node:http';
import { join } from 'node:path';
import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { API, operations } from '../contract';
import { Client, demoMock, faultEvent, scratchFolder, startServer, type ServerProcess } from './testing';

const folder = scratchFolder();
let server: ServerProcess;
let client: Client;
beforeAll(async () => {
  server = await startServer('demo', folder.path('http.db'));
  ({ client } = await demoMock(server));
}, 30_000);
afterAll(async () => {
  await server.kill();
  folder.remove();
});

const shipped = () =>
  JSON.parse(
    readFileSync(new URL('../data/standards/fault-ceiling.standard.json', import.meta.url), 'utf8'),
  ) as Record<string, unknown>;

describe('signing in', () => {
  it('answers a wrong passphrase as an unknown name, and throttles both', async () => {
    const stranger = new Client(server.address);
    const tryAs = (name: string) => stranger.post('/session', { name, passphrase: 'not this one' });
    const wrong = await tryAs('Maren Holtby');
    const unknown = await tryAs('Nobody Atall');
    expect(wrong.status).toBe(401);
    expect(unknown.body).toEqual(wrong.body);
    for (let n = 0; n < 4; n += 1) await tryAs(' Maren  HOLTBY ');
    const throttled = await tryAs('Maren Holtby');
    expect(throttled.status).toBe(429);
    expect(Number(throttled.headers.get('retry-after'))).toBeGreaterThan(60);
  }, 30_000);

  it('takes about as long for an unknown name as for a wrong passphrase', async () => {
    const time = async (name: string) => {
      const began = performance.now();
      await new Client(server.address).post('/session', { name, passphrase: 'x' });
      return performance.now() - began;
    };
    // The hash takes far longer than all the rest: half of it missing would show at once.
    const known = await time('Ifor Quennell');
    const unknown = await time('Ifor Quennel');
    expect(unknown).toBeGreaterThan(known / 3);
    expect(unknown).toBeLessThan(known * 3);
  }, 30_000);

  it('gives a cookie that scripts and other sites cannot use', async () => {
    const answer = await new Client(server.address).post('/session/demo');
    expect(answer.headers.get('set-cookie')).toMatch(/httponly/i);
    expect(answer.headers.get('set-cookie')).toMatch(/samesite=strict/i);
  });

  it('ends with signing out', async () => {
    const guest = new Client(server.address);
    await guest.post('/session/demo');
    expect((await guest.get('/session')).status).toBe(200);
    await guest.ask('DELETE', '/session');
    expect((await guest.get('/learners')).status).toBe(401);
  });

  it('works with an instructor of a database of one’s own, where the demo is closed', async () => {
    const database = folder.path('own.db');
    const main = join(import.meta.dirname, '..', 'dist', 'server', 'main.js');
    const added = spawnSync(
      process.execPath,
      [main, 'add-instructor', '--name', 'Odile Frame', '--database', database],
      {
        input: 'a long enough one\n',
        encoding: 'utf8',
      },
    );
    expect(added).toMatchObject({ status: 0, stdout: 'Odile Frame can sign in now.\n' });
    const own = await startServer('serve', database);
    const guest = new Client(own.address);
    expect((await guest.post('/session/demo')).status).toBe(403);
    expect(
      (await guest.post('/session', { name: ' odile frame', passphrase: 'a long enough one' })).status,
    ).toBe(200);
    expect((await guest.get('/learners')).body).toEqual({ items: [], next: null });
    await own.kill();
  }, 30_000);
});

describe('requests', () => {
  it('from foreign pages, or to a foreign name of this machine, are refused', async () => {
    const foreign = await client.ask('POST', '/session/demo', undefined, {
      origin: 'http://elsewhere.example',
    });
    expect(foreign.status).toBe(403);
    const rebound = await new Promise<number | undefined>((resolve, reject) => {
      const { hostname, port } = new URL(server.address);
      request(
        { hostname, port, path: '/api/v1/health', headers: { host: 'elsewhere.example' } },
        (answer) => {
          answer.resume();
          resolve(answer.statusCode);
        },
      )
        .on('error', reject)
        .end();
    });
    expect(rebound).toBe(421);
  });

  it('that are malformed are told so with problem details', async () => {
    const broken = await client.ask('POST', '/learners', '{"id":', { 'content-type': 'application/json' });
    expect(broken.status).toBe(400);
    expect(broken.headers.get('content-type')).toContain('application/problem+json');
    const text = await client.ask('POST', '/learners', 'name=x', { 'content-type': 'text/plain' });
    expect(text.status).toBe(400);
    const surplus = await client.post('/learners', {
      id: 'no',
      name: ' ',
      colour: 'red',
      testDate: '2026-02-30',
    });
    expect((surplus.body as { errors: { path: string }[] }).errors.map(({ path }) => path).sort()).toEqual([
      'colour',
      'id',
      'name',
      'testDate',
    ]);
    const large = await client.post('/standards', { text: 'x'.repeat(3_500_000) });
    expect(large.status).toBe(413);
    expect((await client.get('/nothing')).status).toBe(404);
    expect((await client.get('/learners?limit=0')).status).toBe(400);
    expect((await client.get('/learners?cursor=xyz')).status).toBe(400);
  });

  it('for a mock that names what is not here list every such name', async () => {
    const answer = await client.post('/mocks', {
      id: randomUUID(),
      learner: randomUUID(),
      vehicle: randomUUID(),
      standard: { id: 'nowhere', version: '1.0.0' },
      retest: false,
      startedAt: '2026-09-14T08:00:00Z',
      zone: 'UTC',
      ready: [],
    });
    expect((answer.body as { errors: { path: string }[] }).errors.map(({ path }) => path)).toEqual([
      'learner',
      'standard',
      'vehicle',
    ]);
  });

  it('at an address of the last version are sent on, with what they bring', async () => {
    const own = new Client(server.address);
    await own.post('/session/demo');
    const { mock } = await demoMock(server);
    const sent = await own.post(`/tests/${mock}/events`, { events: [faultEvent(1)] });
    expect(sent).toMatchObject({ status: 200, body: { added: 1 } });
    const hot = (await own.get(`/places?test=${mock}&gravity=1`)).body;
    expect(hot).toEqual((await own.get(`/hot-spots?mock=${mock}&gravity=1`)).body);
    const answer = await fetch(`${server.address}${API}/tests?limit=2`, { redirect: 'manual' });
    expect(answer.status).toBe(308);
    expect(answer.headers.get('location')).toBe(`${API}/mocks?limit=2`);
  });

  it('for any screen get the shell, also where its address looks like a file; missing files do not', async () => {
    const html = async (path: string) => {
      const answer = await fetch(`${server.address}${path}`, { headers: { accept: 'text/html' } });
      return [answer.status, (await answer.text()).includes('<div id="root">')];
    };
    expect(await html('/standards/timed-yard/1.0.0')).toEqual([200, true]);
    expect(await html('/')).toEqual([200, true]);
    expect(await html('/assets/missing.js')).toEqual([404, false]);
    expect(await html('/../../package.json')).toEqual([200, true]);
  });

  it('have security headers and no script from elsewhere', async () => {
    const { headers } = await client.get('/health');
    expect(headers.get('content-security-policy')).toContain("script-src 'self'");
    expect(headers.get('x-content-type-options')).toBe('nosniff');
    expect(headers.get('cache-control')).toBe('no-store');
  });
});

describe('learners', () => {
  it('are changed by who has seen them last', async () => {
    const id = randomUUID();
    const added = await client.post('/learners', { id, name: 'Ruta Vale' });
    expect(added).toMatchObject({ status: 201, body: { testDate: null, revision: 1 } });
    expect((await client.post('/learners', { id, name: 'Ruta Vale' })).status).toBe(200);
    expect((await client.post('/learners', { id, name: 'Somebody Else' })).status).toBe(409);
    const change = (etag?: string) =>
      client.ask('PATCH', `/learners/${id}`, { testDate: '2027-01-10' }, etag ? { 'if-match': etag } : {});
    expect((await change()).status).toBe(428);
    expect((await change('"1"')).body).toMatchObject({
      name: 'Ruta Vale',
      testDate: '2027-01-10',
    });
    expect((await change('"1"')).status).toBe(412);
    const held = await client.get(`/learners/${id}`);
    expect(held.headers.get('etag')).toBe(`"${(held.body as { revision: number }).revision}"`);
  });

  it('come in pages that leave nobody out', async () => {
    const names: string[] = [];
    for (let path: string | null = '/learners?limit=4'; path;) {
      const { items, next } = (await client.get(path)).body as {
        items: { name: string }[];
        next: string | null;
      };
      names.push(...items.map(({ name }) => name));
      path = next ? `/learners?limit=4&cursor=${next}` : null;
    }
    expect(new Set(names).size).toBe(names.length);
    expect(names.length).toBeGreaterThanOrEqual(14);
    expect([...names].sort()).toEqual(names);
  });
});

describe('standards', () => {
  it('are refused with all their problems, and nothing is stored', async () => {
    const answer = await client.post('/standards', {
      ...shipped(),
      id: 'broken',
      units: 'furlongs',
      severities: [],
    });
    expect(answer.status).toBe(400);
    expect((answer.body as { errors: { path: string }[] }).errors.map(({ path }) => path)).toEqual([
      'units',
      'severities',
    ]);
    expect((await client.get('/standards/broken/1.0.0')).status).toBe(404);
  });

  it('are kept under their version, which never changes', async () => {
    const own = { ...shipped(), id: 'own-ceiling', version: '1.0.0', title: 'Own ceiling' };
    expect((await client.post('/standards', own)).status).toBe(201);
    expect((await client.post('/standards', own)).status).toBe(200);
    expect((await client.post('/standards', { ...own, title: 'Other' })).status).toBe(409);
    expect((await client.get('/standards/own-ceiling/1.0.0')).body).toMatchObject({ title: 'Own ceiling' });
  });
});

it('asks everybody to sign in for every operation that is not on the short open list', async () => {
  const open = operations
    .filter((operation) => operation.open)
    .map(({ method, path }) => `${method} ${path}`);
  expect(open).toEqual([
    'get /health',
    'get /openapi.json',
    'post /session',
    'post /session/demo',
    'delete /session',
    'get /welcome/:token',
    'post /welcome/:token',
    'get /calendar/:token',
    'get /shared/:token',
  ]);
  for (const { method, path, open: isOpen } of operations) {
    if (isOpen) continue;
    const answer = await new Client(server.address).ask(method.toUpperCase(), path.replace(/:\w+/g, 'x'));
    expect({ method, path, status: answer.status }).toEqual({ method, path, status: 401 });
  }
  const { body } = await client.get('/openapi.json');
  const { paths, security } = body as {
    paths: Record<string, Record<string, { security?: unknown; responses: object; parameters?: object[] }>>;
    security: unknown;
  };
  expect(security).toEqual([{ session: [] }]);
  expect(paths['/health']?.get?.security).toEqual([]);
  expect(paths['/learners']?.get?.security).toBeUndefined();
  expect(Object.keys(paths['/learners']?.post?.responses ?? {})).toEqual(['400', '401', '2XX', 'default']);
  expect(paths['/mocks']?.get?.parameters).toContainEqual(
    expect.objectContaining({ name: 'search', in: 'query' }),
  );
});

it('answers to every operation of the contract, and describes each', async () => {
  const { body } = await client.get('/openapi.json');
  const { paths, components } = body as {
    paths: Record<string, Record<string, unknown>>;
    components: { schemas: object };
  };
  expect(Object.keys(components.schemas)).toEqual(
    expect.arrayContaining(['NewMock', 'EventBatch', 'SignIn']),
  );
  // Whatever it points to is there, and every operation that takes something says what.
  const pointers = [...JSON.stringify(body).matchAll(/"\$ref":"#\/components\/schemas\/(\w+)"/g)];
  expect(new Set(pointers.map(([, name]) => name))).toEqual(
    new Set([...pointers.map(([, name]) => name)].filter((name) => name && name in components.schemas)),
  );
  expect(pointers.map(([, name]) => name)).toEqual(
    expect.arrayContaining(['RouteFile', 'Question', 'LogEvent', 'VehicleCheck', 'VehicleRecord']),
  );
  const settings = (components.schemas as Record<string, { properties: object }>).ReadinessConstants;
  expect(settings?.properties).toMatchObject({ mocks: { minimum: 1, maximum: 20 } });
  for (const { method, path } of operations) {
    expect(paths[path.replace(/:(\w+)/g, '{$1}')]?.[method]).toBeDefined();
    const answer = await new Client(server.address).ask(method.toUpperCase(), path.replace(/:\w+/g, 'x'));
    expect({ path, status: answer.status }).not.toEqual({ path, status: 404 });
    expect({ path, status: answer.status }).not.toEqual({ path, status: 405 });
  }
});
