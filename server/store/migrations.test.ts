import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { afterAll, describe, expect, it } from '@jest/globals';
import SQLite from 'better-sqlite3';
import { Kysely, sql, SqliteDialect } from 'kysely';
import { parseEvent } from '../../core/marking';
import { nameKey } from '../../core/names';
import { scratchFolder } from '../testing';
import { openDatabase } from './database';
import { migrations } from './migrations';

const folder = scratchFolder();
afterAll(() => folder.remove());
const names = Object.keys(migrations);

/** A school as an earlier program left it. */
async function earlierSchool(file: string, from: string): Promise<void> {
  const old = await openDatabase(file, from);
  await sql`insert into instructors (id, name, name_key, passphrase_hash, demo) values ('i', 'I', 'i', 'h', 0)`.execute(
    old,
  );
  await sql`insert into learners (id, name, test_date, revision) values ('l', 'L', null, 1)`.execute(old);
  await sql`insert into standards values ('s', '1.0.0', 'S', '{}', '')`.execute(old);
  // A mock was once called a test.
  const named = from < '011-mocks' ? 'test' : 'mock';
  await sql`insert into ${sql.table(`${named}s`)}
    (id, learner, instructor, vehicle, standard, standard_version, retest, started_at, zone, ready)
    values ('t', 'l', 'i', null, 's', '1.0.0', 0, '', '', '[]')`.execute(old);
  // Position fixes were once among the events.
  const fixes = sql.table(from === '001-first' ? 'events' : 'fixes');
  await sql`insert into events (${sql.ref(named)}, id, device, seq, at, body) values
    ('t', 'e1', 'd', 1, '', '{"kind":"fault"}')`.execute(old);
  await sql`insert into ${fixes} (${sql.ref(named)}, id, device, seq, at, body) values
    ('t', 'e2', 'd', 2, '', '{"kind":"fix"}')`.execute(old);
  await old.destroy();
}

/** Runs so many statements of a migration as an earlier program did: each on disk at once. True when those were all. */
async function cutOff(file: string, name: string, statements: number): Promise<boolean> {
  const sqlite = new SQLite(file);
  let left = statements;
  const cut = new Error('the power went');
  const prepare = (text: string) => {
    if (left === 0) throw cut;
    left -= 1;
    const statement = sqlite.prepare<unknown[]>(text);
    return {
      reader: statement.reader,
      all: (values: readonly unknown[]) => statement.all(...values),
      run: (values: readonly unknown[]) => statement.run(...values),
      iterate: (values: readonly unknown[]) => statement.iterate(...values),
    };
  };
  const db = new Kysely<unknown>({
    dialect: new SqliteDialect({ database: { close: () => undefined, prepare } }),
  });
  try {
    await migrations[name]?.up(db);
    return true;
  } catch (error) {
    if (error !== cut) throw error;
    return false;
  } finally {
    sqlite.close();
  }
}

/** Tables and columns, and what was marked. */
function contentOf(file: string) {
  const sqlite = new SQLite(file);
  const list = (query: string) => sqlite.prepare(query).pluck().all();
  const tables = list(`select name from sqlite_master where type = 'table' order by 1`).map(String);
  const content = {
    columns: Object.fromEntries(
      tables.map((table) => [table, list(`select name from pragma_table_info('${table}') order by 1`)]),
    ),
    indexes: list(`select name from sqlite_master where type = 'index' order by 1`),
    events: list('select id from events'),
    fixes: tables.includes('fixes') ? list('select id from fixes') : [],
    done: list('select name from kysely_migration order by 1'),
    names: list('select name_key from learners'),
  };
  sqlite.close();
  return content;
}

function eventsIn(file: string) {
  const sqlite = new SQLite(file);
  const events = sqlite.prepare('select id from events').pluck().all();
  sqlite.close();
  return events;
}

describe('migrations', () => {
  it.each(names.slice(0, -1))('bring a database with data from %s to the newest', async (from) => {
    const file = folder.path(`${from}.db`);
    await earlierSchool(file, from);
    const now = await openDatabase(file);
    const ids = async (table: 'events' | 'fixes') =>
      (await now.selectFrom(table).select('id').execute()).map(({ id }) => id);
    expect(await ids('events')).toEqual(['e1']);
    expect(await ids('fixes')).toEqual(['e2']);
    await now.destroy();
    expect(existsSync(`${file}.before-${names.at(-1)}`)).toBe(true);
  });

  it('make the first person the owner, give learners to who taught them, and keep devices signed in', async () => {
    const file = folder.path('people-before.db');
    await earlierSchool(file, '015-vehicles-retired');
    const old = await openDatabase(file, '015-vehicles-retired');
    await sql`insert into instructors values ('j', 'J', 'j', 'h', 0)`.execute(old);
    await sql`insert into learners (id, name, name_key, test_date) values ('m', 'M', 'm', null)`.execute(old);
    await sql`insert into sessions values ('hash', 'j', '2026-12-31T08:30:00.000Z')`.execute(old);
    await old.destroy();
    const now = await openDatabase(file);
    const roles = await now
      .selectFrom('instructors')
      .select(['id', 'role', 'active'])
      .orderBy('id')
      .execute();
    expect(roles).toEqual([
      { id: 'i', role: 'owner', active: 1 },
      { id: 'j', role: 'instructor', active: 1 },
    ]);
    const taught = await now.selectFrom('learners').select(['id', 'instructor']).orderBy('id').execute();
    expect(taught).toEqual([
      { id: 'l', instructor: 'i' },
      { id: 'm', instructor: 'i' },
    ]);
    const [session] = await now.selectFrom('sessions').selectAll().execute();
    expect(session).toMatchObject({
      token_hash: 'hash',
      instructor: 'j',
      started_at: '2026-12-01T08:30:00.000Z',
      expires_at: '2026-12-31T08:30:00.000Z',
    });
    await now.destroy();
  });

  // Since that one, a migration is one transaction from the first program that has it.
  it.each(names.slice(1, names.indexOf('011-mocks')))(
    'finish %s, wherever an earlier program was cut off in it',
    async (name) => {
      const from = names[names.indexOf(name) - 1] ?? '';
      const straight = folder.path(`straight-${name}.db`);
      await earlierSchool(straight, from);
      await (await openDatabase(straight)).destroy();
      const wanted = contentOf(straight);
      let cut = 0;
      for (let all = false; !all; cut += 1) {
        const file = folder.path(`half-${name}-${cut}.db`);
        await earlierSchool(file, from);
        all = await cutOff(file, name, cut);
        await (await openDatabase(file)).destroy();
        expect(contentOf(file)).toEqual(wanted);
      }
      expect(cut).toBeGreaterThan(1);
    },
  );

  it('never write over an earlier copy, and keep the same one once', async () => {
    const file = folder.path('kept.db');
    await earlierSchool(file, '007-names-on-links');
    const good = `${file}.before-${names.at(-1)}`;
    writeFileSync(good, 'the only good one');
    await (await openDatabase(file)).destroy();
    expect(readFileSync(good, 'utf8')).toBe('the only good one');
    expect(eventsIn(`${good}.2`)).toEqual(['e1']);

    const broken = folder.path('broken.db');
    await (await openDatabase(broken, '007-names-on-links')).destroy();
    const sqlite = new SQLite(broken);
    sqlite.exec('drop table learners');
    sqlite.close();
    const before = readFileSync(broken);
    for (let times = 0; times < 2; times += 1)
      expect(await openDatabase(broken).catch(String)).toMatch(/no such table: (main\.)?learners/);
    expect(readFileSync(broken).equals(before)).toBe(true);
    expect(readdirSync(folder.path('')).filter((name) => name.startsWith('broken.db.before'))).toHaveLength(
      1,
    );
  });

  it('give names the key by which they are found, and keep apart those that have the same one', async () => {
    const file = folder.path('names.db');
    const old = await openDatabase(file, '007-names-on-links');
    await sql`insert into instructors values ('a', 'Aoife O’Hara', 'aoife o’hara', 'h', 0)`.execute(old);
    await sql`insert into instructors values ('b', ${"AOIFE O'HARA"}, ${"aoife o'hara"}, 'h', 0)`.execute(
      old,
    );
    await sql`insert into learners (id, name) values ('l', 'Zoë  Ní Bhriain')`.execute(old);
    await old.destroy();
    const now = await openDatabase(file);
    const instructors = await now
      .selectFrom('instructors')
      .select(['name', 'name_key'])
      .orderBy('id')
      .execute();
    expect(instructors.map(({ name }) => name)).toEqual(['Aoife O’Hara', "AOIFE O'HARA (2)"]);
    expect(instructors[0]?.name_key).toBe(nameKey("aoife o'hara"));
    expect(await now.selectFrom('learners').select('name_key').execute()).toEqual([
      { name_key: nameKey('zoe ní bhriain') },
    ]);
    await now.destroy();
  });

  it('put each booked licence test into the diary, on its day where it is, and none twice', async () => {
    const file = folder.path('booked.db');
    const old = await openDatabase(file, '007-names-on-links');
    await sql`insert into instructors values ('i', 'I', 'i', 'h', 0)`.execute(old);
    await sql`insert into standards values ('s', '1.0.0', 'S', '{}', '')`.execute(old);
    const zones = { far: 'Pacific/Honolulu', early: 'Pacific/Auckland', there: 'Europe/London' };
    for (const [id, zone] of Object.entries(zones)) {
      await sql`insert into learners (id, name, test_date) values (${id}, ${id}, '2026-12-04')`.execute(old);
      await sql`insert into tests
        (id, learner, instructor, vehicle, standard, standard_version, retest, started_at, zone, ready)
        values (${`t-${id}`}, ${id}, 'i', null, 's', '1.0.0', 0, '2026-11-01T10:00:00.000Z', ${zone}, '[]')`.execute(
        old,
      );
    }
    await sql`insert into learners (id, name, test_date) values ('none', 'N', null)`.execute(old);
    await sql`insert into lessons (id, kind, learner, instructor, starts_at, minutes, zone)
      values ('x', 'test', 'there', 'i', '2026-12-04T13:12:00.000Z', 40, 'Europe/London')`.execute(old);
    await old.destroy();
    const now = await openDatabase(file);
    const entries = await now
      .selectFrom('lessons')
      .select(['learner', 'starts_at', 'minutes'])
      .where('kind', '=', 'test')
      .orderBy('learner')
      .execute();
    expect(entries).toEqual([
      { learner: 'early', starts_at: '2026-12-03T20:00:00.000Z', minutes: 60 },
      { learner: 'far', starts_at: '2026-12-04T19:00:00.000Z', minutes: 60 },
      { learner: 'there', starts_at: '2026-12-04T13:12:00.000Z', minutes: 40 },
    ]);
    await now.destroy();
  });

  it('leave a database of the newest version alone', async () => {
    const file = folder.path('same.db');
    await (await openDatabase(file)).destroy();
    await (await openDatabase(file)).destroy();
    expect(existsSync(`${file}.before-${names.at(-1)}`)).toBe(false);
  });

  it('refuse a database of a newer program, and what is no database, without touching it', async () => {
    const file = folder.path('newer.db');
    const db = await openDatabase(file);
    await sql`insert into kysely_migration values ('999-later', '')`.execute(db);
    await db.destroy();
    await expect(openDatabase(file)).rejects.toThrow(/newer Jasperwren/);
    const text = folder.path('text.db');
    writeFileSync(text, 'this is a letter to a friend, and it is rather longer than a header');
    await expect(openDatabase(text)).rejects.toThrow(/cannot be opened as a database/);
  });
});

it('puts what an event tells of the route and of the severity guide into fields', async () => {
  const file = folder.path('fields.db');
  await earlierSchool(file, '011-mocks');
  const bodies = [
    { kind: 'fault', feature: 'turn-left@52.1000,-2.3000' },
    { kind: 'fault', feature: 'turn-left@52.1000,-2.3000', place: { lat: 1, lon: 2 } },
    { kind: 'said', feature: 'pull-up', text: 'Pull up; it’s “safe”' },
    { kind: 'fault', feature: null },
    { kind: 'note', of: 'x0', text: 'Severity guide: danger' },
    { kind: 'note', text: 'Severity guide: her own words' },
    { kind: 'note', of: 'x0', text: 'Severity guide: ' },
  ].map((body) => JSON.stringify(body));
  const sqlite = new SQLite(file);
  const insert = sqlite.prepare(
    `insert into events (mock, id, device, seq, at, body) values ('t', ?, 'd', 1, '', ?)`,
  );
  [...bodies, '{broken'].forEach((body, n) => insert.run(`x${n}`, body));
  sqlite.close();
  await (await openDatabase(file)).destroy();
  const after = new SQLite(file);
  const kept = after
    .prepare(`select body from events where id like 'x%' order by id`)
    .pluck()
    .all()
    .map(String);
  after.close();
  const turn = { id: 'turn-left@52.1000,-2.3000', kind: 'turn-left', place: { lat: 52.1, lon: -2.3 } };
  expect(kept.slice(0, 5).map((body): unknown => JSON.parse(body))).toEqual([
    { kind: 'fault', feature: turn },
    { kind: 'fault', feature: turn, place: { lat: 1, lon: 2 } },
    { kind: 'said', feature: { kind: 'pull-up' }, text: 'Pull up; it’s “safe”' },
    { kind: 'fault', feature: null },
    { kind: 'note', of: 'x0', text: 'danger', by: 'severity-guide' },
  ]);
  expect(kept.slice(5)).toEqual([...bodies.slice(5), '{broken']);
});

it('makes goals of the notes that began so, and leaves other notes and broken records as they are', async () => {
  const file = folder.path('goals.db');
  await earlierSchool(file, '009-names-in-calendars');
  const sqlite = new SQLite(file);
  const note = (id: string, text: string) =>
    JSON.stringify({ kind: 'note', id, device: 'd', seq: 1, at: '2026-09-14T08:00:00.000Z', text });
  const bodies = [note('g', `Goal: ${'Look earlier. '.repeat(20)}`), note('n', 'goal: not one'), '{broken'];
  const insert = sqlite.prepare(
    `insert into events (test, id, device, seq, at, body) values ('t', ?, 'd', 1, '', ?)`,
  );
  bodies.forEach((body, n) => insert.run(`x${n}`, body));
  sqlite.close();
  await (await openDatabase(file)).destroy();
  const after = new SQLite(file);
  const kept = after.prepare(`select body from events where id like 'x%' order by id`).pluck().all();
  after.close();
  expect(kept.slice(1)).toEqual(bodies.slice(1));
  const goal = parseEvent(JSON.parse(String(kept[0])));
  expect(goal).toMatchObject({ ok: true, value: { kind: 'goal', id: 'g' } });
  expect(goal.ok && goal.value.kind === 'goal' && goal.value.text).toBe(
    'Look earlier. '.repeat(20).slice(0, 200),
  );
});

it('keeps where mocks lie, in narrow rows', async () => {
  const file = folder.path('placed.db');
  await earlierSchool(file, '023-made-once');
  const sqlite = new SQLite(file);
  sqlite.exec(`insert into mocks (id, learner, instructor, standard, standard_version, retest, started_at, zone, ready)
    select id || 2, learner, instructor, standard, standard_version, retest, started_at, zone, ready from mocks`);
  const insert = sqlite.prepare('insert into placed values (?, ?, ?, ?, ?, ?)');
  insert.run('t', 'r 1', '1 2 1', '1:2:signals 2:1:moving-off.mirrors 1:2:signals', '[[1]]', 3);
  insert.run('t2', 'networks 0', '', '', '[]', null);
  sqlite.close();
  const now = await openDatabase(file);
  expect(await now.selectFrom('ways').selectAll().execute()).toEqual([{ id: 1, passes: '1 2 1' }]);
  const spots = new Map(
    (await now.selectFrom('spots').selectAll().execute()).map(({ id, mark }) => [String(id), mark]),
  );
  expect([...spots.values()].sort()).toEqual(['1:2:signals', '2:1:moving-off.mirrors']);
  const [one, other] = await now.selectFrom('placed').selectAll().orderBy('mock').execute();
  expect(one).toMatchObject({ mock: 't', made_from: 'r 1', way: 1, unplaced: 3 });
  expect(
    one?.tally
      .split(' ')
      .map((number) => spots.get(number))
      .sort(),
  ).toEqual(['1:2:signals', '1:2:signals', '2:1:moving-off.mirrors']);
  expect(other).toEqual({ mock: 't2', made_from: 'networks 0', way: null, tally: '', unplaced: null });
  expect(await now.selectFrom('placed_marks').selectAll().orderBy('mock').execute()).toEqual([
    { mock: 't', marks: '[[1]]' },
    { mock: 't2', marks: '[]' },
  ]);
  await now.destroy();
});
