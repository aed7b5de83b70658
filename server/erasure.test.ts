import { readFileSync } from 'node:fs';
import { fromBufferPromise } from 'yauzl';
import { afterAll, beforeAll, expect, it } from '@jest/globals';
import SQLite from 'better-sqlite3';
import type { ErasureView, LearnerView, MockSummary, Page, TrustView } from '../contract';
import { readLog } from '../core/marking';
import { Client, scratchFolder, startServer, TEST_NOW, type ServerProcess } from './testing';

const folder = scratchFolder();
let server: ServerProcess;
let client: Client;
beforeAll(async () => {
  server = await startServer('demo', folder.path('erasure.db'), [], new Date(TEST_NOW));
  client = new Client(server.address);
  await client.post('/session/demo');
}, 30_000);
afterAll(async () => {
  await server.kill();
  folder.remove();
});

const itemsOf = async <T>(path: string) => ((await client.get(path)).body as Page<T>).items;
const named = async (search: string) =>
  (await itemsOf<LearnerView>(`/learners?search=${search}`))[0]?.id ?? '';

async function filesIn(zip: Buffer): Promise<ReadonlyMap<string, Buffer>> {
  const files = new Map<string, Buffer>();
  const opened = await fromBufferPromise(zip, { lazyEntries: true });
  for await (const entry of opened.eachEntry()) {
    const parts: Buffer[] = [];
    for await (const part of await opened.openReadStreamPromise(entry)) parts.push(part as Buffer);
    files.set(entry.fileName, Buffer.concat(parts));
  }
  return files;
}

it('the whole record of a learner is a zip of logs, tables, reports and the rest, named by day and learner', async () => {
  const id = await named('Tomas');
  const answer = await client.open(`/learners/${id}/record.zip`);
  expect(answer.headers.get('content-disposition')).toContain('2026-11-18-tomas-wielgosz.zip');
  const files = await filesIn(Buffer.from(await answer.arrayBuffer()));
  const mocks = await itemsOf<MockSummary>(`/mocks?learner=${id}`);
  const names = [...files.keys()];
  expect(
    names.every((name) => /^(record\.json|mocks\/\d{4}-\d\d-\d\d-tomas-wielgosz-[\w.-]+)$/.test(name)),
  ).toBe(true);
  for (const ending of ['.jwlog.jsonl', '.csv', '.pdf'])
    expect(names.filter((name) => name.endsWith(ending))).toHaveLength(mocks.length);
  const record = JSON.parse(files.get('record.json')?.toString() ?? '') as Record<string, unknown[]>;
  expect(record.results).toHaveLength(1);
  expect(record.mocks).toHaveLength(mocks.length);
  for (const [name, content] of files) {
    if (name.endsWith('.jsonl')) expect([name, readLog(content.toString()).ok]).toEqual([name, true]);
    if (name.endsWith('.pdf')) expect(content.subarray(0, 5).toString()).toBe('%PDF-');
  }
}, 60_000);

it('a learner is erased only by their name, wholly, and what is kept is nobody’s', async () => {
  const id = await named('Tomas');
  // Forecasts that were made are kept, with names.
  expect(JSON.stringify((await client.get('/readiness')).body)).toContain('Wielgosz');
  const [mock] = await itemsOf<MockSummary>(`/mocks?learner=${id}`);
  // Where they drove, and nobody else.
  expect((await client.get('/hot-spots')).status).toBe(200);
  const waysIn = (change: string) => {
    const sqlite = new SQLite(folder.path('erasure.db'));
    sqlite.exec(change);
    const ways = sqlite.prepare('select passes from ways').pluck().all();
    sqlite.close();
    return ways;
  };
  const own = waysIn(`insert into ways (passes) values ('7 7 7');
    update placed set way = last_insert_rowid() where mock = '${mock?.id ?? ''}'`);
  expect(own.length).toBeGreaterThan(3);
  const share = (await client.post(`/mocks/${mock?.id ?? ''}/shares`, { days: 2 })).body as { token: string };
  const before = (await client.get(`/learners/${id}/erasure`)).body as ErasureView;
  expect(before).toMatchObject({ mocks: 9, resultsKept: 1 });
  const trust = async () => ((await client.get('/trust')).body as TrustView).trust;
  const trusted = await trust();
  const erase = (name: string) => client.post(`/learners/${id}/erasure`, { name });
  expect((await erase('Tomas')).status).toBe(400);
  expect((await client.get(`/learners/${id}`)).body).toMatchObject({ name: 'Tomas Wielgosz' });
  expect((await erase(' tomas  WIELGOSZ ')).status).toBe(204);

  for (const path of [`/mocks/${mock?.id ?? ''}`, `/mocks/${mock?.id ?? ''}/events`])
    expect((await client.get(path)).status).toBe(404);
  expect((await new Client(server.address).get(`/shared/${share.token}`)).status).toBe(410);
  expect(await itemsOf(`/mocks?learner=${id}`)).toEqual([]);
  expect(await itemsOf('/learners?search=tomas')).toEqual([]);
  expect(await trust()).toEqual(trusted);
  expect((await client.get(`/results?learner=${id}`)).body).toMatchObject({
    items: [
      { learner: { name: 'An erased learner' }, note: '', day: expect.stringMatching(/-01$/) as unknown },
    ],
  });
  expect((await erase('An erased learner')).status).toBe(204);
  const everything = JSON.stringify([
    (await client.get('/changes?limit=100')).body,
    (await client.get('/readiness')).body,
    (await client.get('/standards')).body,
    (await client.get('/lessons?from=2020-01-01&until=2040-01-01')).body,
  ]);
  expect(everything).not.toContain('Wielgosz');
  await server.end();
  expect(waysIn('')).toEqual(own.filter((way) => way !== '7 7 7'));
  // Nor can it be read from the file.
  expect(readFileSync(folder.path('erasure.db')).includes('Wielgosz')).toBe(false);
}, 60_000);
