import { existsSync, writeFileSync } from 'node:fs';
import { afterAll, describe, expect, it } from '@jest/globals';
import { sql } from 'kysely';
import { scratchFolder } from '../testing';
import { openDatabase } from './database';
import { migrations } from './migrations';

const folder = scratchFolder();
afterAll(() => folder.remove());
const names = Object.keys(migrations);

describe('migrations', () => {
  it.each(names.slice(0, -1))('bring a database with data from %s to the newest', async (from) => {
    const file = folder.path(`${from}.db`);
    const old = await openDatabase(file, from);
    await sql`insert into instructors values ('i', 'I', 'i', 'h', 0)`.execute(old);
    await sql`insert into learners (id, name, test_date, revision) values ('l', 'L', null, 1)`.execute(old);
    await sql`insert into standards values ('s', '1.0.0', 'S', '{}', '')`.execute(old);
    await sql`insert into tests
      (id, learner, instructor, vehicle, standard, standard_version, retest, started_at, zone, ready)
      values ('t', 'l', 'i', null, 's', '1.0.0', 0, '', '', '[]')`.execute(old);
    // Position fixes were once among the events.
    const fixes = sql.table(from === '001-first' ? 'events' : 'fixes');
    await sql`insert into events (test, id, device, seq, at, body) values
      ('t', 'e1', 'd', 1, '', '{"kind":"fault"}')`.execute(old);
    await sql`insert into ${fixes} (test, id, device, seq, at, body) values
      ('t', 'e2', 'd', 2, '', '{"kind":"fix"}')`.execute(old);
    await old.destroy();

    const now = await openDatabase(file);
    const ids = async (table: 'events' | 'fixes') =>
      (await now.selectFrom(table).select('id').execute()).map(({ id }) => id);
    expect(await ids('events')).toEqual(['e1']);
    expect(await ids('fixes')).toEqual(['e2']);
    await now.destroy();
    expect(existsSync(`${file}.before-${names.at(-1)}`)).toBe(true);
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
