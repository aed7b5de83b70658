import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { API } from '../../contract/constants';
import type { ServerProcess } from './process';

export { TEST_NOW } from './now';
export { openPdf } from './pdf';
export { startServer, type ServerProcess } from './process';

/** A folder of its own for a test's files. */
export function scratchFolder(): { readonly path: (name: string) => string; readonly remove: () => void } {
  const folder = mkdtempSync(join(tmpdir(), 'jasperwren-'));
  return {
    path: (name) => join(folder, name),
    remove: () => rmSync(folder, { recursive: true, force: true }),
  };
}

export interface Answer {
  readonly status: number;
  readonly headers: Headers;
  readonly body: unknown;
}

/**
 * Each request has a connection of its own. The server closes one that rests; on a busy machine the next request
 * could be written to it before that is noticed, where a browser would ask again.
 */
const OWN_CONNECTION = { connection: 'close' } as const;

/** Asks as a browser would, cookie and all. */
export class Client {
  private cookie = '';

  constructor(private readonly address: string) {}

  async ask(
    method: string,
    path: string,
    body?: unknown,
    headers: Record<string, string> = {},
  ): Promise<Answer> {
    const response = await fetch(`${this.address}${path.startsWith('/') ? API + path : path}`, {
      method,
      headers: {
        ...OWN_CONNECTION,
        ...(this.cookie ? { cookie: this.cookie } : {}),
        ...(body === undefined ? {} : { 'content-type': 'application/json' }),
        ...headers,
      },
      ...(body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
    });
    const set = response.headers.get('set-cookie');
    if (set) this.cookie = set.split(';')[0] ?? '';
    const text = await response.text();
    const json =
      /json/.test(response.headers.get('content-type') ?? '') &&
      !/ndjson/.test(response.headers.get('content-type') ?? '');
    return {
      status: response.status,
      headers: response.headers,
      body: json && text ? JSON.parse(text) : text,
    };
  }

  /** An answer that is read as it comes. */
  open = (path: string, signal?: AbortSignal, method = 'GET'): Promise<Response> =>
    fetch(`${this.address}${API}${path}`, {
      method,
      headers: { ...OWN_CONNECTION, cookie: this.cookie },
      ...(signal ? { signal } : {}),
    });

  /** An answer that is no text. */
  bytes = async (path: string): Promise<Buffer> => Buffer.from(await (await this.open(path)).arrayBuffer());

  /** Sends bytes as they are; once more when the connection had been closed meanwhile, as browsers do. */
  send = async (
    method: string,
    path: string,
    bytes: Uint8Array<ArrayBuffer>,
    type: string,
  ): Promise<Response> => {
    const go = () =>
      fetch(`${this.address}${API}${path}`, {
        method,
        headers: { ...OWN_CONNECTION, cookie: this.cookie, 'content-type': type },
        body: bytes,
      });
    return go().catch(go);
  };

  get = (path: string) => this.ask('GET', path);
  post = (path: string, body?: unknown) => this.ask('POST', path, body);
}

/** Signs in to the demo and starts a mock of its first learner. */
export async function demoMock(
  server: ServerProcess,
  standard = 'fault-ceiling',
  route: string | null = null,
): Promise<{ readonly client: Client; readonly mock: string }> {
  const client = new Client(server.address);
  await client.post('/session/demo');
  const learners = (await client.get('/learners')).body as { items: { id: string }[] };
  const mock = randomUUID();
  const started = await client.post('/mocks', {
    id: mock,
    learner: learners.items[0]?.id,
    standard: { id: standard, version: '1.0.0' },
    retest: false,
    startedAt: '2026-09-14T08:00:00.000Z',
    zone: 'Europe/London',
    ready: [],
    ...(route === null ? {} : { route }),
  });
  if (started.status !== 201) throw new Error(JSON.stringify(started.body));
  return { client, mock };
}

export const faultEvent = (seq: number, device = 'd1', item = 'moving-off.check') => ({
  kind: 'fault',
  id: randomUUID(),
  device,
  seq,
  at: new Date(Date.UTC(2026, 8, 14, 8, 0, seq)).toISOString(),
  item,
  severity: 'driving',
  run: null,
});
