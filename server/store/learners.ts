import type { LearnerView, NewLearner, Overrule, PaperToKeep } from '../../contract';
import type { Database } from './database';

const columns = [
  'id',
  'name',
  'test_date as testDate',
  'standard',
  'papers',
  'overrule',
  'has_left as hasLeft',
  'revision',
] as const;

type Row = Omit<LearnerView, 'papers' | 'overrule' | 'left'> & {
  readonly papers: string;
  readonly overrule: string | null;
  readonly hasLeft: number;
};

const viewOf = ({ papers, overrule, hasLeft, ...rest }: Row): LearnerView => ({
  ...rest,
  papers: JSON.parse(papers) as PaperToKeep[],
  overrule: overrule === null ? null : (JSON.parse(overrule) as Overrule),
  left: hasLeft === 1,
});

/** Learners by name who are taught here, from after the one with this name and id. */
export async function listLearners(
  db: Database,
  { limit, after }: { readonly limit: number; readonly after: readonly [name: string, id: string] | null },
): Promise<LearnerView[]> {
  let query = db
    .selectFrom('learners')
    .select(columns)
    .where('has_left', '=', 0)
    .orderBy('name')
    .orderBy('id')
    .limit(limit);
  if (after) {
    const [name, id] = after;
    query = query.where((is) =>
      is.or([is('name', '>', name), is.and([is('name', '=', name), is('id', '>', id)])]),
    );
  }
  return (await query.execute()).map(viewOf);
}

export async function learnerById(db: Database, id: string): Promise<LearnerView | null> {
  const row = await db.selectFrom('learners').select(columns).where('id', '=', id).executeTakeFirst();
  return row ? viewOf(row) : null;
}

/** Adds a learner; false when the id is taken. */
export async function addLearner(db: Database, { id, name, testDate }: NewLearner): Promise<boolean> {
  const { numInsertedOrUpdatedRows } = await db
    .insertInto('learners')
    .values({
      id,
      name: name.trim(),
      test_date: testDate ?? null,
      standard: null,
      papers: '[]',
      overrule: null,
      has_left: 0,
      revision: 1,
    })
    .onConflict((conflict) => conflict.doNothing())
    .executeTakeFirstOrThrow();
  return numInsertedOrUpdatedRows === 1n;
}

/** Changes a learner if nobody has since `revision`; false when somebody has. */
export async function changeLearner(
  db: Database,
  id: string,
  revision: number,
  { name, testDate, standard, papers, overrule, left }: Omit<LearnerView, 'id' | 'revision'>,
): Promise<boolean> {
  const { numUpdatedRows } = await db
    .updateTable('learners')
    .set({
      name: name.trim(),
      test_date: testDate,
      standard,
      papers: JSON.stringify(papers),
      overrule: overrule === null ? null : JSON.stringify(overrule),
      has_left: left ? 1 : 0,
      revision: revision + 1,
    })
    .where('id', '=', id)
    .where('revision', '=', revision)
    .executeTakeFirstOrThrow();
  return numUpdatedRows === 1n;
}
