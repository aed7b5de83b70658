import { randomUUID } from 'node:crypto';
import { request } from 'node:http';
import { connect } from 'node:net';
import { gzipSync } from 'node:zlib';
import { API, operations, type Operation } from '../../contract';
import { randomFrom, type Random } from '../../core/random';

/** What a server answered to requests that nobody in their right mind would send. */
export interface Fuzzed {
  /** So many answers of each status. */
  readonly statuses: Readonly<Record<number, number>>;
  /** Requests that the server blamed itself for, or did not answer. */
  readonly failures: readonly string[];
  /** What can no longer be read afterwards. */
  readonly poisoned: readonly string[];
  readonly longest: { readonly milliseconds: number; readonly what: string };
}

interface Asked {
  readonly method: string;
  readonly path: string;
  readonly headers: Record<string, string>;
  readonly body: Buffer | null;
  /** Whether it first looks at what it changes. */
  readonly seen: boolean;
}

/** Values that stand where others are wanted. */
const NASTY: readonly unknown[] = [
  null,
  true,
  0,
  -1,
  1e308,
  -0,
  1.5,
  2 ** 53,
  '',
  ' ',
  'x'.repeat(5_000),
  '\u0000',
  '\ud800',
  '‮evil',
  "'; drop table learners; --",
  '<script>alert(1)</script>',
  '../../etc/passwd',
  '{{7*7}}',
  '2026-02-30',
  '2026-W01-1T00:00:00Z',
  '9999-12-31T23:59:59.999Z',
  '+275760-09-13T00:00:00.000Z',
  'Mars/Phobos',
  [],
  {},
  [null],
  [[[[]]]],
  { length: 5 },
  { toString: 1 },
  { constructor: 1 },
  { then: 'x' },
  Array.from({ length: 300 }, () => ({})),
];

const HEADERS: readonly Record<string, string>[] = [
  {},
  {},
  {},
  { 'accept-encoding': 'identity;q=0' },
  { 'accept-encoding': 'br;q=x, *;q=9' },
  { accept: 'text/html;q=zzz' },
  { 'if-match': '"1"' },
  { 'if-match': 'W/"x"' },
  { 'if-match': '*' },
  { 'if-match': '"99999999999999999999"' },
  { 'if-none-match': '*' },
  { range: 'bytes=5-1' },
  { 'content-encoding': 'gzip' },
  { 'content-encoding': 'br' },
  { 'content-encoding': 'zip' },
  { 'content-type': 'text/plain' },
  { 'content-type': 'application/json; charset=utf-16' },
  { 'content-type': 'application/gzip' },
  { 'content-type': 'image/jpeg' },
  { 'content-type': '%%%' },
  { 'x-asked': 'x'.repeat(100) },
  { 'x-forwarded-for': '1.2.3.4, x', 'x-forwarded-host': 'evil', 'x-forwarded-proto': 'gopher' },
  { origin: 'null' },
  { cookie: 'jasperwren=x; jasperwren=y; =; a' },
];

const PARTS: readonly string[] = [
  '%00',
  '%ff',
  '%',
  '%2e%2e%2f',
  '..',
  '...',
  'a'.repeat(3_000),
  '__proto__',
  'constructor',
  '1e9',
  '-1',
  '%F0%9F%9A%97',
  "'",
  'null',
  '0',
];

const QUERIES: readonly string[] = [
  '',
  '',
  '?limit=0',
  '?limit=1e9',
  '?limit=x&after=x',
  '?after[]=1',
  '?after=' + 'z'.repeat(2_000),
  '?search=%00',
  '?search=%E0%A4%A',
  '?from=2026-W01&until=x',
  '?from=x',
  '?learner=x&learner=y',
  '?standard=none',
  '?gravity=9',
  '?from=-1&until=25',
  '?sort=__proto__',
  '?__proto__[x]=1',
  '?at=now',
  '?format=toString',
];

/**
 * Sends requests made at random from what the server itself tells, each broken in some way, and then looks whether
 * everything can still be read.
 *
 * @param address of a demo school
 * @param seed another number, other requests
 */
export async function fuzz(address: string, count: number, seed: number): Promise<Fuzzed> {
  const random = randomFrom(seed);
  const pick = <T>(from: readonly T[]): T => from[Math.floor(random() * from.length)] as T;
  const statuses: Record<number, number> = {};
  const failures: string[] = [];
  let longest = { milliseconds: 0, what: '' };
  let cookie = await signIn(address);
  const world = await learn(address, cookie);

  const one = async (asked: Asked): Promise<void> => {
    const began = performance.now();
    const what = `${asked.method} ${asked.path.slice(0, 200)} ${JSON.stringify(asked.headers)} ${String(asked.body ?? '').slice(0, 300)}`;
    try {
      // Most changes are of what was seen last: those are taken.
      if (asked.seen) {
        const { etag } = await send(address, { ...asked, method: 'GET', headers: {}, body: null }, cookie);
        if (etag) asked.headers['if-match'] = etag;
      }
      const { status, text } = await send(address, asked, cookie);
      const milliseconds = performance.now() - began;
      if (milliseconds > longest.milliseconds) longest = { milliseconds, what: what.slice(0, 300) };
      statuses[status] = (statuses[status] ?? 0) + 1;
      if (status >= 500) failures.push(`${status} ${text.slice(0, 200)} to ${what}`);
      // Somebody signed out.
      if (status === 401 || asked.path.endsWith('/session')) cookie = await signIn(address);
      // More at once than a school sends.
      if (status === 429) await new Promise((resolve) => setTimeout(resolve, 500));
    } catch (error) {
      failures.push(`no answer (${String(error)}) to ${what}`);
    }
  };

  for (let sent = 0; sent < count;) {
    const some = Array.from({ length: Math.min(8, count - sent) }, () => make(random, pick, world));
    await Promise.all(some.map(one));
    sent += some.length;
    if (sent % 800 === 0) failures.push(...(await rawLines(address, random)));
  }
  cookie = await signIn(address);
  return { statuses, failures, poisoned: await poisonedIn(address, cookie), longest };
}

async function signIn(address: string): Promise<string> {
  const answer = await fetch(`${address}${API}/session/demo`, {
    method: 'POST',
    headers: { connection: 'close' },
  });
  return (answer.headers.get('set-cookie') ?? '').split(';')[0] ?? '';
}

interface World {
  /** Values for `:id` and the like that are there, by the first part of the path. */
  readonly ids: ReadonlyMap<string, readonly string[]>;
  /** Bodies that would be taken, by the path of their operation. */
  readonly bodies: ReadonlyMap<string, readonly unknown[]>;
}

async function learn(address: string, cookie: string): Promise<World> {
  const get = async (path: string): Promise<unknown> =>
    (await fetch(`${address}${API}${path}`, { headers: { cookie, connection: 'close' } })).json();
  const list = async (path: string) => ((await get(path)) as { items: Record<string, unknown>[] }).items;
  const [learners, vehicles, routes, mocks, questions, standards, results] = await Promise.all(
    ['/learners', '/vehicles', '/routes', '/mocks', '/questions', '/standards', '/results'].map(list),
  );
  const id = (some: readonly Record<string, unknown>[] | undefined) => String(some?.[0]?.id);
  const ids = new Map(
    Object.entries({ learners, vehicles, routes, tests: mocks, questions, results }).map(([name, some]) => [
      name,
      (some ?? []).slice(0, 5).map((entry) => String(entry.id)),
    ]),
  );
  ids.set('standards', ['fault-ceiling', 'strikes']);
  const route = (await get(`/routes/${id(routes)}`)) as { route: unknown };
  const standard = await get(`/standards/fault-ceiling/${String(standards?.[0]?.version ?? '1.0.0')}`);
  const { events } = (await get(`/mocks/${id(mocks)}/events`)) as { events: unknown[] };
  const question = (questions?.[0] as { question: object }).question;
  const vehicle = (await get(`/vehicles/${id(vehicles)}`)) as Record<string, unknown>;
  const { settings } = (await get('/readiness/settings')) as { settings: object };
  const [learner] = learners ?? [];
  const bodies = new Map<string, readonly unknown[]>([
    ['/learners', [{ id: randomUUID(), name: 'Made Up' }]],
    [
      '/learners/:id',
      [
        { name: 'Other Name', papers: learner?.papers, standard: 'strikes', overrule: null },
        {
          overrule: { word: 'ready', reason: 'seen', by: 'x', at: '2026-11-18T10:00:00.000Z' },
          hasLeft: true,
        },
      ],
    ],
    ['/learners/:id/drill', [{ events: events.slice(0, 3) }]],
    [
      '/lessons/:id',
      [
        {
          kind: 'lesson',
          learner: id(learners),
          startsAt: '2026-11-20T10:00:00.000Z',
          minutes: 60,
          zone: 'Europe/London',
          place: 'x',
          note: 'y',
          uid: 'z',
        },
      ],
    ],
    ['/calendar', [{ days: 30, fullNames: true }]],
    [
      '/results/:id',
      [{ learner: id(learners), day: '2026-11-01', standard: 'fault-ceiling', passed: true, note: 'x' }],
    ],
    ['/readiness/settings', [{ settings }]],
    ['/school', [{ standard: 'strikes', units: 'metric' }]],
    ['/coaching', [{ advice: {} }]],
    ['/vehicles', [{ id: randomUUID(), name: 'Car', plate: 'AB1' }]],
    ['/vehicles/:id', [{ name: 'Car', plate: 'X', card: vehicle.card, record: vehicle.record }]],
    ['/vehicles/:id/checkups', [{ id: randomUUID(), at: '2026-11-18T10:00:00.000Z', done: [], notes: '' }]],
    ['/questions', [{ questions: [question] }]],
    ['/questions/:id', [{ question, enabled: true }]],
    ['/routes/:id', [{ route: route.route }]],
    ['/standards', [standard]],
    [
      '/mocks',
      [
        {
          id: randomUUID(),
          learner: id(learners),
          standard: { id: 'strikes', version: '1.0.0' },
          retest: false,
          startedAt: '2026-11-18T10:00:00.000Z',
          zone: 'Europe/London',
          ready: [],
          vehicle: id(vehicles),
          route: id(routes),
        },
      ],
    ],
    ['/mocks/:id/events', [{ events: events.slice(0, 5) }, { events: events.slice(5, 40) }]],
    ['/mocks/:id/shares', [{ days: 3, fullName: true }]],
    ['/session', [{ name: 'Maren Holtby', passphrase: 'x' }]],
  ]);
  return { ids, bodies };
}

function make(random: Random, pick: <T>(from: readonly T[]) => T, world: World): Asked {
  const operation = pick(operations);
  const body = bodyFor(operation, random, pick, world);
  const method =
    random() < 0.05
      ? pick(['PUT', 'POST', 'DELETE', 'PATCH', 'OPTIONS', 'PROPFIND', 'HEAD'])
      : operation.method.toUpperCase();
  const known = operation.path.split('/')[1] ?? '';
  const path = operation.path.replaceAll(/:(\w+)/g, (_, name: string) => {
    if (random() < 0.15) return pick(PARTS);
    if (name === 'version') return '1.0.0';
    const ids = world.ids.get(known) ?? [];
    // What is there is asked for, and what is not.
    return ids.length > 0 && random() < 0.8 ? pick(ids) : randomUUID();
  });
  const type: Record<string, string> = body ? { 'content-type': 'application/json' } : {};
  return {
    method,
    path: `${API}${path}${random() < 0.3 ? pick(QUERIES) : ''}`,
    headers: { ...type, ...pick(HEADERS) },
    body,
    seen: ['PUT', 'PATCH'].includes(method) && random() < 0.8,
  };
}

function bodyFor(
  { method, path }: Operation,
  random: Random,
  pick: <T>(from: readonly T[]) => T,
  { bodies }: World,
): Buffer | null {
  if (method === 'get' || method === 'delete') return random() < 0.05 ? Buffer.from('{}') : null;
  const chance = random();
  if (chance < 0.04)
    return Buffer.from(pick(['', '{', 'null', '[]', '"x"', '{"a":1', '\u0000', '{"__proto__":{"x":1}}']));
  if (chance < 0.06) return Buffer.from(`${'['.repeat(20_000)}${']'.repeat(20_000)}`);
  if (chance < 0.08) return gzipSync(JSON.stringify({ x: 1 })).subarray(0, 12);
  if (chance < 0.1) return Buffer.from(Array.from({ length: 200 }, () => Math.floor(random() * 256)));
  const known = bodies.get(path);
  const valid = known ? structuredClone(pick(known)) : {};
  let broken: unknown = valid;
  const times = Math.floor(random() * 3);
  for (let n = 0; n < times; n += 1) broken = breakOne(broken, random, pick);
  return Buffer.from(JSON.stringify(broken) ?? 'null');
}

/** Puts something nasty at one random place within a value, or takes that away, or adds to it. */
function breakOne(value: unknown, random: Random, pick: <T>(from: readonly T[]) => T): unknown {
  if (typeof value !== 'object' || value === null || random() < 0.12) return pick(NASTY);
  const keys = Object.keys(value);
  const key = pick(keys);
  if (key === undefined || random() < 0.08)
    return { ...value, [pick(['x', 'id', 'at', 'kind', 'toString'])]: pick(NASTY) };
  if (Array.isArray(value))
    return value.map((entry, n) => (String(n) === key ? breakOne(entry, random, pick) : (entry as unknown)));
  if (random() < 0.15) return Object.fromEntries(Object.entries(value).filter(([name]) => name !== key));
  return { ...value, [key]: breakOne((value as Record<string, unknown>)[key], random, pick) };
}

function send(
  address: string,
  { method, path, headers, body }: Asked,
  cookie: string,
): Promise<{ status: number; text: string; etag: string | undefined }> {
  const { hostname, port } = new URL(address);
  return new Promise((resolve, reject) => {
    const sending = request(
      {
        hostname,
        port,
        method,
        path,
        timeout: 30_000,
        headers: {
          connection: 'close',
          cookie,
          ...headers,
          ...(body ? { 'content-length': String(body.length) } : {}),
        },
      },
      (answer) => {
        let text = '';
        answer.on('data', (chunk: Buffer) => {
          if (text.length < 2_000) text += chunk.toString('latin1');
        });
        answer.on('end', () => resolve({ status: answer.statusCode ?? 0, text, etag: answer.headers.etag }));
        answer.on('error', reject);
      },
    );
    sending.on('timeout', () => sending.destroy(new Error('30 s without an answer')));
    sending.on('error', reject);
    sending.end(body ?? undefined);
  });
}

/** Requests that are none. @returns those that the server blamed itself for */
async function rawLines(address: string, random: Random): Promise<string[]> {
  const { hostname, port } = new URL(address);
  const lines = [
    'GET http://[ HTTP/1.1\r\nHost: x\r\n\r\n',
    'GET //evil.example/%2e%2e/ HTTP/1.1\r\nHost: 127.0.0.1\r\n\r\n',
    'GET / HTTP/1.1\r\nHost: 127.0.0.1\r\nHost: evil.example\r\n\r\n',
    'POST /api/v1/learners HTTP/1.1\r\nHost: 127.0.0.1\r\nTransfer-Encoding: chunked\r\n\r\nzz\r\n',
    'POST /api/v1/learners HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Length: 5\r\nContent-Length: 6\r\n\r\nhello',
    `GET /${'a'.repeat(20_000)} HTTP/1.1\r\nHost: 127.0.0.1\r\n\r\n`,
    'GET /api/v1/health HTTP/9.9\r\n\r\n',
    Buffer.from(Array.from({ length: 300 }, () => Math.floor(random() * 256))).toString('latin1'),
  ];
  const answers = await Promise.all(
    lines.map(
      (line) =>
        new Promise<string>((resolve) => {
          let told = '';
          const socket = connect({ host: hostname, port: Number(port) }, () => socket.write(line, 'latin1'));
          socket.on('data', (chunk: Buffer) => (told += chunk.toString('latin1')));
          socket.on('close', () => resolve(told));
          socket.on('error', () => resolve(told));
          setTimeout(() => socket.destroy(), 1_500);
        }),
    ),
  );
  return answers.flatMap((told, n) =>
    /^HTTP\/1\.1 5/.test(told) ? [`${told.slice(0, 40)} to the line ${lines[n]?.slice(0, 60)}`] : [],
  );
}

/** Lists and pages that no longer answer, and records that can no longer be read. */
async function poisonedIn(address: string, cookie: string): Promise<string[]> {
  const ask = (path: string) =>
    fetch(`${address}${API}${path}`, { headers: { cookie, connection: 'close' } });
  const poisoned: string[] = [];
  const lists = operations.filter(({ method, path }) => method === 'get' && !path.includes(':'));
  for (const { path } of lists) {
    const answer = await ask(path);
    if (!answer.ok) poisoned.push(`${path} answers ${answer.status}: ${(await answer.text()).slice(0, 200)}`);
  }
  const { items } = (await (await ask('/school/unreadable')).json()) as { items: readonly object[] };
  poisoned.push(...items.map((record) => `cannot be read: ${JSON.stringify(record)}`));
  const { items: mocks } = (await (await ask('/mocks?limit=100')).json()) as {
    items: readonly { id: string }[];
  };
  for (const { id } of mocks)
    for (const path of [`/mocks/${id}/verdict`, `/mocks/${id}/events`, `/mocks/${id}/marks.csv`]) {
      const answer = await ask(path);
      if (!answer.ok) poisoned.push(`${path} answers ${answer.status}`);
      await answer.text();
    }
  return poisoned;
}
