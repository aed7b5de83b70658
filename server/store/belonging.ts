import { sql } from 'kysely';
import type { Owned } from '../../contract';
import type { Database } from './database';

/** Whose a record is: who teaches its learner, and who gave it. */
export interface Belonging {
  readonly taughtBy: string | null;
  readonly keptBy: string | null;
  /** Those who may change it, by name. */
  readonly names: readonly string[];
}

/** For each kind of record, where its learner and whoever gave it stand. */
const places: Readonly<Record<Owned, ReturnType<typeof sql>>> = {
  learner: sql`(select id, id as learner, null as instructor from learners)`,
  mock: sql`(select id, learner, instructor from mocks)`,
  lesson: sql`(select id, learner, instructor from lessons where removed = 0)`,
  result: sql`(select id, learner, null as instructor from results where removed = 0)`,
  practice: sql`(select id, learner, instructor from practice)`,
  share: sql`(select links.id, mocks.learner, links.instructor from links
    join mocks on mocks.id = links.subject where links.kind = 'report')`,
};

/** Null when there is no such record. */
export async function belongingOf(db: Database, of: Owned, id: string): Promise<Belonging | null> {
  const { rows } = await sql<{
    taughtBy: string | null;
    keptBy: string | null;
    taughtByName: string | null;
    keptByName: string | null;
  }>`select teaching.id as taughtBy, teaching.name as taughtByName, keeping.id as keptBy, keeping.name as keptByName
    from ${places[of]} as record
      left join learners on learners.id = record.learner
      left join instructors as teaching on teaching.id = learners.instructor
      left join instructors as keeping on keeping.id = record.instructor
    where record.id = ${id}`.execute(db);
  const [row] = rows;
  if (!row) return null;
  const { taughtByName, keptByName, ...whose } = row;
  return { ...whose, names: [...new Set([taughtByName, keptByName])].flatMap((name) => name ?? []) };
}

/** That a record is somebody's: they teach its learner, or it was theirs. For queries that join learners. */
export const isOf = (instructor: string, table: 'mocks' | 'lessons' | 'practice' | null) =>
  table === null
    ? sql<boolean>`learners.instructor = ${instructor}`
    : sql<boolean>`(learners.instructor = ${instructor} or ${sql.table(table)}.instructor = ${instructor})`;

/** Learners of one instructor, also those who have left. */
export async function learnersOf(db: Database, instructor: string): Promise<ReadonlySet<string>> {
  const rows = await db.selectFrom('learners').select('id').where('instructor', '=', instructor).execute();
  return new Set(rows.map(({ id }) => id));
}
