import SQLite from 'better-sqlite3';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { LearnerView, LessonView, Page, MockSummary, UnreadableRecord } from '../contract';
import { type Client, demoMock, scratchFolder, startServer, type ServerProcess } from './testing';

const folder = scratchFolder();
let server: ServerProcess;
let client: Client;
let before: Record<string, number>;

const lists = [
  '/learners?limit=100',
  '/mocks?limit=100',
  '/standards',
  '/questions',
  '/vehicles',
  '/routes',
  '/networks',
  '/readiness',
  '/results',
  '/hot-spots',
  '/lessons?from=2000-01-01T00:00:00Z&until=2100-01-01T00:00:00Z',
];
const itemsOf = async <T>(path: string) => {
  const { status, body } = await client.get(path);
  expect([path, status]).toEqual([path, 200]);
  const { items, places } = body as { items?: T[]; places?: T[] };
  return items ?? places ?? [];
};

beforeAll(async () => {
  const file = folder.path('spoiled.db');
  server = await startServer('demo', file);
  ({ client } = await demoMock(server));
  before = {};
  for (const path of lists) before[path] = (await itemsOf(path)).length;
  const sqlite = new SQLite(file);
  const spoil = (query: string, ...values: unknown[]) =>
    expect(sqlite.prepare(query).run(...values).changes).toBeGreaterThan(0);
  spoil(`update learners set papers = 'null', overrule = '[]' where name = 'Amara Okonwe'`);
  spoil(
    `update mocks set zone = 'Mars/Phobos' where learner = (select id from learners where name = 'Amara Okonwe')`,
  );
  spoil(`update lessons set zone = 'Nowhere' where rowid = (select min(rowid) from lessons)`);
  spoil(`update vehicles set card = '{"brakes":7}', record = '{' where rowid = 1`);
  spoil(`update checkups set body = '[]' where rowid = 1`);
  spoil(`update routes set body = 'a letter' where id = 'ostrey'`);
  spoil(`update questions set body = '{}' where id = 'oil'`);
  spoil(`update results set foretold = '"soon"' where rowid = 1`);
  spoil(`update settings set body = '[1]' where key = 'school'`);
  spoil(
    `update events set body = '{"kind":' where rowid in (select rowid from events order by rowid limit 3)`,
  );
  spoil(`update networks set gzipped = x'0102'`);
  spoil(`insert into standards values ('spoiled', '1.0.0', 'Spoiled', '{}', '')`);
  sqlite.close();
  // What was read before is not remembered.
  await server.kill();
  server = await startServer('demo', file);
  ({ client } = await demoMock(server));
}, 60_000);
afterAll(async () => {
  await server.kill();
  folder.remove();
});

describe('records that cannot be made sense of', () => {
  it('take none of the others with them', async () => {
    // The second start began one mock more; what lay along a spoiled route is no place any more.
    const changed: Record<string, number> = { '/routes': -1, '/questions': -1, '/mocks?limit=100': 1 };
    for (const path of lists.filter((one) => one !== '/hot-spots'))
      expect([path, (await itemsOf(path)).length]).toEqual([
        path,
        (before[path] ?? 0) + (changed[path] ?? 0),
      ]);
    expect((await itemsOf('/hot-spots')).length).toBeGreaterThan((before['/hot-spots'] ?? 0) / 2);
  }, 60_000);

  it('are shown with what is left of them', async () => {
    const learners = await itemsOf<LearnerView>('/learners?limit=100');
    const amara = learners.find(({ name }) => name === 'Amara Okonwe');
    expect(amara).toMatchObject({ papers: [], overrule: null });
    const mocks = await itemsOf<MockSummary>(`/mocks?learner=${amara?.id}`);
    const spoiled = mocks.filter(({ zone }) => zone === 'UTC');
    expect(spoiled).toHaveLength(mocks.length - 1);
    const pdf = await client.open(`/mocks/${spoiled[0]?.id}/report.pdf`);
    expect(pdf.status).toBe(200);
    await pdf.arrayBuffer();
    const lessons = await itemsOf<LessonView>(lists.at(-1) ?? '');
    expect(lessons.some(({ zone }) => zone === 'UTC')).toBe(true);
    expect((await client.get(`/learners/${amara?.id}/evidence`)).status).toBe(200);
    expect((await client.get('/school')).body).toMatchObject({ standard: null });
    expect((await client.get('/routes/ostrey')).status).toBe(404);
    expect((await client.get('/standards/spoiled/1.0.0')).status).toBe(404);
  });

  it('are listed with what is wrong', async () => {
    const records = ((await client.get('/school/unreadable')).body as Page<UnreadableRecord>).items;
    const kinds = new Set(records.map(({ kind }) => kind));
    expect([...kinds].sort()).toEqual(
      [
        'diary entry',
        'learner',
        'mock',
        'question',
        'result',
        'route',
        'settings',
        'standard',
        'vehicle',
        'vehicle check',
      ].sort(),
    );
    expect(records.filter(({ kind }) => kind === 'learner')).toHaveLength(2);
    expect(records.some(({ what }) => what === '3 of its entries; they do not count.')).toBe(true);
    for (const { what } of records) expect(what).toMatch(/^[A-Z0-9].*\.$/);
  });
});
