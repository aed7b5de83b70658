import { sql } from 'kysely';
import type { ErasureView } from '../../contract';
import { nameKey } from '../../core/names';
import { recordChange, type Deed } from './changes';
import { inTransaction, type Database } from './database';

/** What a learner is called once they are erased, where something has to be kept. */
const ERASED = 'An erased learner';

/** What would be erased with a learner. */
export async function erasureOf(db: Database, learner: string): Promise<ErasureView> {
  const { rows } = await sql<ErasureView>`select
      (select count(*) from mocks where learner = ${learner}) as mocks,
      (select count(*) from events join mocks on mocks.id = events.mock where mocks.learner = ${learner}) as marks,
      (select count(*) from lessons where learner = ${learner}) as lessons,
      (select count(*) from drill where learner = ${learner}) as answers,
      (select count(*) from practice where learner = ${learner}) as practiceRuns,
      (select count(*) from results where learner = ${learner} and removed = 0) as resultsKept`.execute(db);
  const [view] = rows;
  if (!view) throw new Error('no counts came');
  return view;
}

/**
 * Erases a learner for good: mocks with their marks and positions, lessons, drills, practice, share links, documents and
 * details, also from the bin; and their name from the record of changes. Official results stay for the accuracy of
 * forecasts, without name, note or day: of that only the month is kept.
 */
export async function eraseLearner(db: Database, learner: string, deed: Deed): Promise<void> {
  await inTransaction(db, (all) => erase(all, learner, deed));
  try {
    // What was deleted now or before stays readable in the file until it is written anew.
    await sql`vacuum`.execute(db);
  } catch {
    // Without room on the disk for that, it is written over in time.
  }
  await sql`pragma wal_checkpoint(truncate)`.execute(db);
}

async function erase(db: Database, learner: string, deed: Deed): Promise<void> {
  const mocks = db.selectFrom('mocks').select('id').where('learner', '=', learner);
  await db
    .updateTable('changes')
    .set({ name: ERASED, parts: '[]' })
    .where((is) =>
      is.or([
        is.and([is('subject_kind', '=', 'learner'), is('subject', '=', learner)]),
        is.and([is('subject_kind', '=', 'mock'), is('subject', 'in', mocks)]),
      ]),
    )
    .execute();
  await db.deleteFrom('links').where('kind', '=', 'report').where('subject', 'in', mocks).execute();
  for (const table of ['events', 'fixes', 'goal_ticks'] as const)
    await db.deleteFrom(table).where('mock', 'in', mocks).execute();
  for (const table of ['mocks', 'lessons', 'drill', 'practice', 'forecasts', 'past_forecasts'] as const)
    await db.deleteFrom(table).where('learner', '=', learner).execute();
  // A way that nobody else has driven tells where they were.
  await sql`delete from ways where id not in (select way from placed where way is not null)`.execute(db);
  await db.deleteFrom('results').where('learner', '=', learner).where('removed', '=', 1).execute();
  await db
    .updateTable('results')
    .set({ note: '', day: sql`substr(day, 1, 7) || '-01'` })
    .where('learner', '=', learner)
    .execute();
  const kept = await db.selectFrom('results').select('id').where('learner', '=', learner).executeTakeFirst();
  if (kept)
    await db
      .updateTable('learners')
      .set({
        name: ERASED,
        name_key: nameKey(ERASED),
        test_date: null,
        standard: null,
        papers: '[]',
        overrule: null,
        details: '{}',
        instructor: null,
        has_left: 1,
        revision: sql`revision + 1`,
      })
      .where('id', '=', learner)
      .execute();
  else await db.deleteFrom('learners').where('id', '=', learner).execute();
  await recordChange(db, deed, 'learner erased', { name: ERASED });
}
