import * as z from 'zod';
import type { GradingView } from '../../contract';
import { grades } from '../../core/agreement';
import { checkShape } from '../../core/problems';
import type { Database } from './database';
import { readColumn } from './readable';

const kept = z
  .array(z.strictObject({ case: z.string(), grade: z.literal([...grades]) }).readonly())
  .readonly();

export const readGrades = (text: string): GradingView['grades'] | null =>
  readColumn(text, (input) => checkShape(kept, input));

/** How the written cases were graded, the newest first. @param by only by this person; null for all */
export async function listGradings(db: Database, by: string | null): Promise<GradingView[]> {
  let query = db
    .selectFrom('gradings')
    .innerJoin('instructors', 'instructors.id', 'gradings.instructor')
    .select(['gradings.id', 'gradings.at', 'gradings.grades', 'instructors.id as who', 'instructors.name'])
    .orderBy('gradings.at', 'desc')
    .orderBy('gradings.id');
  if (by !== null) query = query.where('gradings.instructor', '=', by);
  const rows = await query.execute();
  return rows.map(({ id, at, who, name, ...rest }) => ({
    id,
    at,
    by: { id: who, name },
    grades: readGrades(rest.grades) ?? [],
  }));
}

/** Keeps what somebody graded; false when the id is taken. */
export async function keepGrading(
  db: Database,
  { id, at, by, grades: given }: { id: string; at: string; by: string; grades: GradingView['grades'] },
): Promise<boolean> {
  const { numInsertedOrUpdatedRows } = await db
    .insertInto('gradings')
    .values({ id, at, instructor: by, grades: JSON.stringify(given) })
    .onConflict((conflict) => conflict.doNothing())
    .executeTakeFirstOrThrow();
  return numInsertedOrUpdatedRows === 1n;
}
