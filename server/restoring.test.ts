import { copyFileSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { randomUUID } from 'node:crypto';
import { fromBufferPromise } from 'yauzl';
import { afterAll, beforeAll, expect, it } from '@jest/globals';
import type {
  BackupsView,
  ChangeView,
  EventsView,
  ExportLine,
  LearnerView,
  Page,
  RestoreView,
} from '../contract';
import { openDatabase } from './store';
import type { Client } from './testing';
import { demoMock, faultEvent, scratchFolder, startServer, type ServerProcess } from './testing';

const folder = scratchFolder();
const file = folder.path('restoring.db');
let server: ServerProcess;
let client: Client;
let mock: string;
beforeAll(async () => {
  server = await startServer('demo', file);
  ({ client, mock } = await demoMock(server));
}, 30_000);
afterAll(async () => {
  await server.kill();
  folder.remove();
});

const backUp = async () => (await client.post('/school/backups')).body as BackupsView;
const names = async (search: string) =>
  ((await client.get(`/learners?search=${search}`)).body as Page<LearnerView>).items.map(({ name }) => name);
const marks = async () => ((await client.get(`/mocks/${mock}/events`)).body as EventsView).events.length;
/** Backups of the same second would have one name. */
const nextSecond = () => new Promise((resolve) => setTimeout(resolve, 1_100));
const left = () => readdirSync(folder.path('')).filter((name) => /(preview|restoring|export)-/.test(name));

it('a backup is put in the place of a running school, whole; the school before it is backed up, and work goes on', async () => {
  await client.post(`/mocks/${mock}/events`, { events: [faultEvent(1)] });
  const at = (await backUp()).items[0]?.at ?? '';
  await client.post(`/mocks/${mock}/events`, { events: [faultEvent(2)] });
  await client.post('/learners', { id: randomUUID(), name: 'Came Later' });
  const later = await demoMock(server);

  const view = (await client.get(`/school/backups/${at}`)).body as RestoreView;
  expect(view.now.learners).toBe((view.then.learners ?? 0) + 1);
  expect(view.gone.learners).toEqual(['Came Later']);
  expect(view.gone.mocks).toHaveLength(1);
  expect(await names('later')).toEqual(['Came Later']);
  expect(left()).toEqual([]);

  await nextSecond();
  const restored = await client.post(`/school/backups/${at}/restore`);
  expect(restored.status).toBe(200);
  expect(left()).toEqual([]);
  expect(await names('later')).toEqual([]);
  expect(await marks()).toBe(1);
  expect((await client.get(`/mocks/${later.mock}`)).status).toBe(404);
  const [last] = ((await client.get('/changes')).body as Page<ChangeView>).items;
  expect(last).toMatchObject({ kind: 'school restored', name: at, by: { name: 'Maren Holtby' } });

  // A device goes on where it was: what it asks for comes after all that it has seen.
  const { position } = (await client.get(`/mocks/${mock}/events`)).body as EventsView;
  await client.post(`/mocks/${mock}/events`, { events: [faultEvent(3)] });
  const news = (await client.get(`/mocks/${mock}/events?after=${position}`)).body as EventsView;
  expect(news.events.map(({ seq }) => seq)).toEqual([3]);
  expect((await client.get('/readiness')).status).toBe(200);

  // And back again.
  await nextSecond();
  const before = (restored.body as BackupsView).items.find((one) => one.at !== at)?.at ?? '';
  expect((await client.post(`/school/backups/${before}/restore`)).status).toBe(200);
  expect(await names('later')).toEqual(['Came Later']);
  expect(await marks()).toBe(2);
}, 60_000);

it('a backup of an earlier version is brought up to date first; a damaged one, and a name that is none, change nothing', async () => {
  const backups = `${file}.backups`;
  mkdirSync(backups, { recursive: true });
  const early = await openDatabase(folder.path('early.db'), '015-vehicles-retired');
  await early.destroy();
  copyFileSync(folder.path('early.db'), `${backups}/2026-01-01T08-00-00Z.db`);
  writeFileSync(`${backups}/2026-01-02T08-00-00Z.db`, 'no database at all');
  const view = (await client.get('/school/backups/2026-01-01T08:00:00Z')).body as RestoreView;
  expect(view.then.learners).toBe(0);
  for (const method of ['GET', 'POST']) {
    const path = method === 'POST' ? '/restore' : '';
    const damaged = await client.ask(method, `/school/backups/2026-01-02T08:00:00Z${path}`);
    expect(damaged).toMatchObject({ status: 409, body: { detail: expect.any(String) as unknown } });
    for (const at of ['..%2F..%2Fetc%2Fpasswd', '2020-01-01T00:00:00Z', 'early.db'])
      expect((await client.ask(method, `/school/backups/${at}${path}`)).status).toBe(404);
  }
  expect(await names('later')).toEqual(['Came Later']);
  expect(left()).toEqual([]);
});

it('the school is made into one zip of plain files, with progress and without passphrases', async () => {
  const made = await client.open('/school/export', undefined, 'POST');
  const lines = (await made.text())
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as ExportLine);
  const told = lines.flatMap((line) => (line.kind === 'records' ? [line] : []));
  expect(told[0]).toMatchObject({ done: 0, total: expect.any(Number) });
  expect(told.at(-1)?.done).toBe(told[0]?.total);
  const last = lines.at(-1);
  if (last?.kind !== 'ready') throw new Error(JSON.stringify(last));
  const answer = await client.open(`/school/export/${last.file}`);
  expect(answer.headers.get('content-type')).toBe('application/zip');
  const zip = await fromBufferPromise(Buffer.from(await answer.arrayBuffer()), { lazyEntries: true });
  const entries: string[] = [];
  for await (const entry of zip.eachEntry()) entries.push(entry.fileName);
  expect(entries).toEqual(
    expect.arrayContaining(['school.json', 'learners.jsonl', 'events.jsonl', 'changes.jsonl']),
  );
  for (const secret of ['sessions.jsonl', 'links.jsonl', 'invitations.jsonl'])
    expect(entries).not.toContain(secret);
  // It is there for some minutes, so that saving it can be tried again.
  expect(left()).toHaveLength(1);
  expect((await client.open(`/school/export/${last.file}`)).status).toBe(200);
  expect((await client.open(`/school/export/${randomUUID()}`)).status).toBe(404);
});

it('a download of the school that nobody waits for any more leaves nothing on the disk', async () => {
  const before = left();
  const gone = new AbortController();
  const made = await client.open('/school/export', gone.signal, 'POST');
  await made.body?.getReader().read();
  gone.abort();
  for (let n = 0; n < 50 && left().length > before.length; n += 1)
    await new Promise((resolve) => setTimeout(resolve, 100));
  expect(left()).toEqual(before);
});

it('a backup file from elsewhere is checked, kept beside the others, restored from, and removed', async () => {
  const other = scratchFolder();
  try {
    const theirs = other.path('theirs.db');
    const elsewhere = await startServer('demo', theirs);
    const own = (await demoMock(elsewhere)).client;
    await own.post('/learners', { id: randomUUID(), name: 'Only Elsewhere' });
    const at = ((await own.post('/school/backups')).body as BackupsView).items[0]?.at ?? '';
    await elsewhere.kill();
    const bytes = readFileSync(join(`${theirs}.backups`, `${at.replaceAll(':', '-')}.db`));

    const send = async (name: string, body: Uint8Array<ArrayBuffer>, type = 'application/vnd.sqlite3') => {
      const path = `/school/backups/files?name=${encodeURIComponent(name)}`;
      const answer = await client.send('POST', path, body, type);
      return { status: answer.status, body: (await answer.json()) as unknown };
    };
    expect(await send('../../Old school.db', new Uint8Array(bytes))).toMatchObject({
      status: 201,
      body: { name: 'old-school.db' },
    });
    // A second of the same name stands beside the first.
    expect((await send('Old school.DB', new Uint8Array(bytes))).body).toEqual({ name: 'old-school-2.db' });
    expect((await client.ask('DELETE', '/school/backups/files/old-school-2.db')).status).toBe(204);
    const listed = ((await client.get('/school/backups')).body as BackupsView).items;
    expect(listed.filter(({ name }) => name !== null).map(({ name }) => name)).toEqual(['old-school.db']);

    for (const [broken, type] of [
      [new Uint8Array(0), undefined],
      [new TextEncoder().encode('no database at all'.repeat(400)), undefined],
      [new Uint8Array(bytes.subarray(0, 20_000)), undefined],
      // Refused before it is read: more of it would be written to a connection that has ended.
      [new Uint8Array(bytes.subarray(0, 100)), 'application/octet-stream'],
    ] as const) {
      const refused = await send('bad.db', broken, type);
      expect(refused.status).toBe(400);
      expect(JSON.stringify(refused.body)).not.toContain(folder.path(''));
    }
    for (const path of ['nothing.db', encodeURIComponent('../restoring.db'), `${at.replaceAll(':', '-')}.db`])
      expect((await client.ask('DELETE', `/school/backups/files/${path}`)).status).toBe(404);
    expect(readdirSync(`${file}.backups`).filter((name) => /arriving|bad/.test(name))).toEqual([]);
    expect(left().filter((name) => !/export-/.test(name))).toEqual([]);

    const view = (await client.get('/school/backups/old-school.db')).body as RestoreView;
    expect(view.then.learners).toBeGreaterThan(0);
    await nextSecond();
    expect((await client.post('/school/backups/old-school.db/restore')).status).toBe(200);
    expect(await names('elsewhere')).toEqual(['Only Elsewhere']);
  } finally {
    other.remove();
  }
}, 60_000);
