import { randomUUID } from 'node:crypto';
import { connect } from 'node:net';
import { gzipSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { type Client, demoMock, scratchFolder, startServer, type ServerProcess } from './testing';

const folder = scratchFolder();
let server: ServerProcess;
let client: Client;
let mock: string;
beforeAll(async () => {
  server = await startServer('demo', folder.path('refused.db'));
  ({ client, mock } = await demoMock(server));
}, 30_000);
afterAll(async () => {
  await server.kill();
  folder.remove();
});

const firstOf = async (path: string) =>
  ((await client.get(path)).body as { items: Record<string, unknown>[] }).items[0] ?? {};

/** Sends bytes as they are written here; a browser would mend them first. */
function raw(text: string): Promise<string> {
  const { port } = new URL(server.address);
  return new Promise((resolve, reject) => {
    let told = '';
    const socket = connect(Number(port), '127.0.0.1', () => socket.write(text));
    socket.on('data', (chunk) => (told += chunk.toString()));
    socket.on('close', () => resolve(told.split('\r\n')[0] ?? ''));
    socket.on('error', reject);
  });
}

describe('what is refused in words, and never as our fault', () => {
  const nested = (depth: number) => `${'['.repeat(depth)}${']'.repeat(depth)}`;

  it.each<[string, () => Promise<{ readonly status: number; readonly body: unknown }>]>([
    ['a standard nested without end', () => client.ask('POST', '/standards', `{"a":${nested(100_000)}}`)],
    [
      'events nested without end',
      () => client.ask('POST', `/mocks/${mock}/events`, `{"events":[${nested(50_000)}]}`),
    ],
    ['a property called constructor', () => client.ask('POST', '/session', '{"constructor":1}')],
    [
      'a property called __proto__ deep inside',
      () => client.ask('POST', '/learners', '{"id":{"a":[{"__proto__":{}}]}}'),
    ],
    ['a format that is an object', () => client.post('/standards', { format: { toString: 1 } })],
    ['a name that is null', () => client.ask('POST', '/learners', { id: randomUUID(), name: null })],
    [
      'a change of a name to null',
      async () =>
        client.ask(
          'PATCH',
          `/learners/${String((await firstOf('/learners')).id)}`,
          { name: null },
          { 'if-match': '"1"' },
        ),
    ],
    [
      'papers that are null',
      async () =>
        client.ask(
          'PATCH',
          `/learners/${String((await firstOf('/learners')).id)}`,
          { papers: null },
          { 'if-match': '"1"' },
        ),
    ],
    [
      'a reason against the forecast that is a list',
      async () =>
        client.ask(
          'PATCH',
          `/learners/${String((await firstOf('/learners')).id)}`,
          { overrule: [] },
          { 'if-match': '"1"' },
        ),
    ],
    [
      'the note of a result that is null',
      async () =>
        client.ask('PUT', `/results/${randomUUID()}`, {
          learner: (await firstOf('/learners')).id,
          day: '2026-11-02',
          standard: 'fault-ceiling',
          passed: true,
          note: null,
        }),
    ],
    [
      'a start in days of the week',
      async () =>
        client.ask('PUT', `/lessons/${randomUUID()}`, {
          kind: 'other',
          startsAt: '2026-W01-1T08:00:00Z',
          minutes: 60,
          zone: 'Europe/London',
        }),
    ],
    [
      'a calendar name of two lines',
      async () =>
        client.ask('PUT', `/lessons/${randomUUID()}`, {
          kind: 'other',
          startsAt: '2026-11-02T08:00:00.000Z',
          minutes: 60,
          zone: 'Europe/London',
          uid: 'a\r\nX-EVIL:1',
        }),
    ],
    [
      'a zone of another planet',
      async () =>
        client.post('/mocks', {
          id: randomUUID(),
          learner: (await firstOf('/learners')).id,
          standard: { id: 'fault-ceiling', version: '1.0.0' },
          retest: false,
          startedAt: '2026-09-14T08:00:00.000Z',
          zone: 'Mars/Phobos',
          ready: [],
        }),
    ],
    [
      'a body that says it is compressed and is not',
      () => client.ask('POST', '/learners', '{"id":1}', { 'content-encoding': 'gzip' }),
    ],
    [
      'a body compressed in an unknown way',
      () => client.ask('POST', '/learners', '{"id":1}', { 'content-encoding': 'zopfli' }),
    ],
    ['a cursor that is no cursor', () => client.get('/learners?cursor=W10')],
    ['a path with a broken escape', () => client.get('/learners/%E0%A4%A')],
    ['a file outside', () => client.ask('GET', '/../assets/..%2f..%2f..%2fetc%2fpasswd.js')],
  ])('%s', async (_what, ask) => {
    const { status, body } = await ask();
    expect(status).toBeGreaterThanOrEqual(400);
    expect(status).toBeLessThan(500);
    if (typeof body === 'object') expect((body as { detail: string }).detail).toMatch(/\w.*\./);
  });

  it('a body that grows past all bounds when it is unpacked', async () => {
    const bomb = gzipSync(Buffer.alloc(40_000_000, ' '));
    const answer = await fetch(`${server.address}/api/v1/learners`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'content-encoding': 'gzip' },
      body: bomb,
    });
    expect(answer.status).toBe(413);
  });

  it.each(['gzip', 'deflate', 'br'])('a body that is not %s as it says is told so', async (encoding) => {
    const answer = await client.ask('POST', '/learners', '{"a":1}', { 'content-encoding': encoding });
    expect(answer.status).toBe(400);
  });

  it('an encoding that nobody can answer in gets the plain answer', async () => {
    for (const path of ['/health', '/routes'])
      expect((await client.ask('GET', path, undefined, { 'accept-encoding': 'identity;q=0' })).status).toBe(
        200,
      );
  });

  it.each([
    'GET http://[ HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\n\r\n',
    'GET /../../../../etc/passwd HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\n\r\n',
    'GET /assets/../../package.json HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\n\r\n',
    'GET /assets/%00.js HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\n\r\n',
    'GET //example.com/%2e%2e/x.js HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\n\r\n',
    'GET / HTTP/1.1\r\nHost: [\r\nConnection: close\r\n\r\n',
    'POST /api/v1/session HTTP/1.1\r\nHost: localhost\r\nContent-Type: application/json;;\r\nContent-Length: 2\r\nConnection: close\r\n\r\n{}',
  ])('%j', async (request) => {
    expect(await raw(request)).toMatch(/^HTTP\/1.1 [234]\d\d /);
  });
});
