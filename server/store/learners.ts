import type { LearnerView, NewLearner } from '../../contract';
import type { Database } from './database';

const columns = ['id', 'name', 'test_date as testDate', 'revision'] as const;

/** Learners by name, from after the one with this name and id. */
export async function listLearners(
  db: Database,
  { limit, after }: { readonly limit: number; readonly after: readonly [name: string, id: string] | null },
): Promise<LearnerView[]> {
  let query = db.selectFrom('learners').select(columns).orderBy('name').orderBy('id').limit(limit);
  if (after) {
    const [name, id] = after;
    query = query.where((is) =>
      is.or([is('name', '>', name), is.and([is('name', '=', name), is('id', '>', id)])]),
    );
  }
  return query.execute();
}

export async function learnerById(db: Database, id: string): Promise<LearnerView | null> {
  return (await db.selectFrom('learners').select(columns).where('id', '=', id).executeTakeFirst()) ?? null;
}

/** Adds a learner; false when the id is taken. */
export async function addLearner(db: Database, { id, name, testDate }: NewLearner): Promise<boolean> {
  const { numInsertedOrUpdatedRows } = await db
    .insertInto('learners')
    .values({ id, name: name.trim(), test_date: testDate ?? null, revision: 1 })
    .onConflict((conflict) => conflict.doNothing())
    .executeTakeFirstOrThrow();
  return numInsertedOrUpdatedRows === 1n;
}

/** Changes a learner if nobody has since `revision`; false when somebody has. */
export async function changeLearner(
  db: Database,
  id: string,
  revision: number,
  { name, testDate }: { readonly name: string; readonly testDate: string | null },
): Promise<boolean> {
  const { numUpdatedRows } = await db
    .updateTable('learners')
    .set({ name: name.trim(), test_date: testDate, revision: revision + 1 })
    .where('id', '=', id)
    .where('revision', '=', revision)
    .executeTakeFirstOrThrow();
  return numUpdatedRows === 1n;
}
