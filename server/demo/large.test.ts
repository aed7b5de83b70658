import { afterAll, expect, it } from '@jest/globals';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readStandard } from '../../core/standard';
import {
  addStandard,
  keepSettings,
  openDatabase,
  rebuildWorkedOut,
  freshRows,
  type Database,
} from '../store';
import { scratchFolder } from '../testing';
import { largeSchool, seedLarge } from './large';

const folder = scratchFolder();
afterAll(() => folder.remove());

const TODAY = new Date('2026-11-18T10:00:00.000Z');
const SMALL = { instructors: 3, learners: 16, mocks: 80, routes: 9, years: 2, drives: 1 } as const;

async function empty(name: string): Promise<Database> {
  const db = await openDatabase(folder.path(name));
  const standards = join(import.meta.dirname, '..', '..', 'data', 'standards');
  for (const file of readdirSync(standards).filter((one) => one.endsWith('.json'))) {
    const read = readStandard(readFileSync(join(standards, file), 'utf8'));
    if (read.ok) await addStandard(db, read.value, TODAY);
  }
  return db;
}

const count = async (db: Database, table: 'learners' | 'mocks' | 'routes' | 'results' | 'lessons') =>
  (
    await db
      .selectFrom(table)
      .select((is) => is.fn.countAll<number>().as('held'))
      .executeTakeFirstOrThrow()
  ).held;

it('the large school is as large as it is asked for, the same each time, and all of it follows from its logs', async () => {
  const [db, again] = [await empty('large.db'), await empty('again.db')];
  expect(await largeSchool(db)).toBe('none');
  const told: number[] = [];
  await seedLarge(
    db,
    TODAY,
    (mocks) => freshRows(db, mocks),
    (learners) => told.push(learners),
    SMALL,
  );
  expect(told.at(-1)).toBe(SMALL.learners);
  expect(await largeSchool(db)).toBe('whole');
  expect([await count(db, 'learners'), await count(db, 'routes')]).toEqual([SMALL.learners, SMALL.routes]);
  const mocks = await count(db, 'mocks');
  expect(mocks).toBeGreaterThan(0.8 * SMALL.mocks);
  expect(mocks).toBeLessThan(1.3 * SMALL.mocks);
  // Those who are through have a result, the others lessons and a test to come.
  expect(await count(db, 'results')).toBeGreaterThan(5);
  expect(await count(db, 'lessons')).toBeGreaterThan(0);
  expect(await rebuildWorkedOut(db, false)).toMatchObject({ mocks, same: mocks, added: 0, different: [] });
  await seedLarge(
    again,
    TODAY,
    (mocks) => freshRows(again, mocks),
    () => undefined,
    SMALL,
  );
  const marks = (one: Database) =>
    one.selectFrom('worked_out').select(['mock', 'body']).orderBy('mock').execute();
  expect(await marks(again)).toEqual(await marks(db));
  await Promise.all([db.destroy(), again.destroy()]);
}, 60_000);

it('one that was cut off while it was made is known as such', async () => {
  const db = await empty('cut.db');
  await keepSettings(db, 'other', 0, {});
  await db
    .insertInto('instructors')
    .values({ id: 'i', name: 'I', name_key: 'i', passphrase_hash: 'none', demo: 1, role: 'owner', active: 1 })
    .execute();
  expect(await largeSchool(db)).toBe('cut off');
  await db.destroy();
});
