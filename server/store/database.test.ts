import { afterAll, expect, it } from '@jest/globals';
import { sql } from 'kysely';
import { scratchFolder } from '../testing';
import { codeOf, inTransaction, openDatabase } from '.';
import { whyNotOpened } from './problem';

const folder = scratchFolder();
afterAll(() => folder.remove());

it('when there is no room for a transaction, that is what is said, and nothing of it is kept', async () => {
  const db = await openDatabase(folder.path('full.db'));
  const { rows } = await sql<{ page_count: number }>`pragma page_count`.execute(db);
  // As a full disk does: no page more than there are.
  await sql`pragma max_page_count = ${sql.lit(rows[0]?.page_count ?? 0)}`.execute(db);
  const fill = inTransaction(db, async (all) => {
    for (let n = 0; n < 100; n += 1)
      await all
        .insertInto('settings')
        .values({ key: `k${n}`, body: 'x'.repeat(4_000), revision: 1 })
        .execute();
  });
  expect(await fill.then(() => 'done', codeOf)).toBe('SQLITE_FULL');
  expect(await db.selectFrom('settings').selectAll().execute()).toEqual([]);
  await sql`pragma max_page_count = 100000`.execute(db);
  await db.insertInto('settings').values({ key: 'k', body: '{}', revision: 1 }).execute();
  expect(await db.selectFrom('settings').selectAll().execute()).toHaveLength(1);
  await db.destroy();
});

it.each([
  ['EROFS', /a disk that can only be read/],
  ['EACCES', /this user may not write there/],
  ['SQLITE_NOTADB', /cannot be opened as a database: file is not a database/],
])('a file that cannot be opened because of %s says so, and which file', (code, words) => {
  const why = whyNotOpened('/srv/school.db', Object.assign(new Error('file is not a database'), { code }));
  expect(why).toMatch(words);
  expect(why).toContain('/srv/school.db');
});
