import type { ResultToKeep, ResultView } from '../../contract';
import { sql } from 'kysely';
import * as z from 'zod';
import { checkShape } from '../../core/problems';
import { isOf } from './belonging';
import type { Database } from './database';
import { readColumn } from './readable';

const forecastKept = z.object({ pass: z.number(), low: z.number(), high: z.number(), mocks: z.number() });

export const readForecast = (text: string): ResultView['foretold'] =>
  readColumn(text, (input) => checkShape(forecastKept, input));

/** Official results, the newest first. @param learner only of this one; null for all @param seenBy only of whom this instructor teaches; null for all */
export async function listResults(
  db: Database,
  learner: string | null,
  seenBy: string | null = null,
): Promise<ResultView[]> {
  let query = kept(db).orderBy('results.day', 'desc').orderBy('results.id');
  if (learner !== null) query = query.where('results.learner', '=', learner);
  if (seenBy !== null) query = query.where(isOf(seenBy, null));
  return (await query.execute()).map(viewOf);
}

/** One official result; null when there is none, or it was removed. */
export async function resultById(db: Database, id: string): Promise<ResultView | null> {
  const row = await kept(db).where('results.id', '=', id).executeTakeFirst();
  return row ? viewOf(row) : null;
}

const kept = (db: Database) =>
  db
    .selectFrom('results')
    .innerJoin('learners', 'learners.id', 'results.learner')
    .select([
      'results.id',
      'results.day',
      'results.standard',
      'results.passed',
      'results.note',
      'results.foretold',
      'learners.id as learnerId',
      'learners.name as learnerName',
    ])
    .where('results.removed', '=', 0);

const viewOf = ({
  learnerId,
  learnerName,
  passed,
  foretold,
  ...rest
}: Awaited<ReturnType<ReturnType<typeof kept>['executeTakeFirstOrThrow']>>): ResultView => ({
  ...rest,
  learner: { id: learnerId, name: learnerName },
  passed: passed === 1,
  foretold: foretold === null ? null : readForecast(foretold),
});

/** Changes whenever a result or a setting has. */
export async function stateOfResults(db: Database): Promise<string> {
  const { rows } = await sql<{ state: string }>`
    select (select count(*) || ' ' || coalesce(sum(removed), 0) || ' ' || coalesce(max(entered_at), '') from results)
      || ' ' || (select coalesce(sum(revision), 0) from settings) as state`.execute(db);
  return rows[0]?.state ?? '';
}

/** Enters a result, or enters it anew. */
export async function keepResult(
  db: Database,
  id: string,
  { learner, day, standard, passed, note = '' }: ResultToKeep,
  foretold: ResultView['foretold'],
  now: Date,
): Promise<void> {
  const values = {
    learner,
    day,
    standard,
    passed: passed ? 1 : 0,
    note,
    foretold: foretold === null ? null : JSON.stringify(foretold),
    entered_at: now.toISOString(),
    removed: 0,
  };
  await db
    .insertInto('results')
    .values({ id, ...values })
    .onConflict((conflict) => conflict.column('id').doUpdateSet(values))
    .execute();
}

/** Takes a result away; false when there is none. */
export async function removeResult(db: Database, id: string): Promise<boolean> {
  const { numUpdatedRows } = await db
    .updateTable('results')
    .set({ removed: 1 })
    .where('id', '=', id)
    .executeTakeFirstOrThrow();
  return numUpdatedRows === 1n;
}
