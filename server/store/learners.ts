import { sql } from 'kysely';
import * as z from 'zod';
import {
  transmissions,
  type DetailsToKeep,
  type LearnerSort,
  type LearnerView,
  type ListedLearner,
  type NewLearner,
  type Overrule,
  type PaperToKeep,
} from '../../contract';
import { nameKey, plainName } from '../../core/names';
import { checkShape } from '../../core/problems';
import { day, instant } from '../../core/time';
import type { Database } from './database';
import { readColumn } from './readable';
import { SCHOOL } from './school';
import { nameHas } from './search';

const LATER = '9999-99-99';

const papersKept = z.array(
  z.object({ title: z.string(), seen: z.boolean(), until: day.nullable().optional() }),
);
const overruleKept = z.object({
  word: z.enum(['ready', 'nearly', 'not yet']),
  reason: z.string(),
  by: z.string(),
  at: instant,
});

const text = (most: number) => z.string().max(most).default('');
const detailsKept = z.object({
  phone: text(40),
  email: text(120),
  licenceClass: text(80),
  transmission: z.enum(['', ...transmissions]).default(''),
  notes: text(2_000),
});

/** Learners from before there were details have none. */
export const readDetails = (stored: string): DetailsToKeep | null =>
  readColumn(stored, (input) => checkShape(detailsKept, input));

export const NO_DETAILS: DetailsToKeep = detailsKept.parse({});

export const readPapers = (text: string): PaperToKeep[] | null =>
  readColumn(text, (input) => checkShape(papersKept, input)) as PaperToKeep[] | null;

export const readOverrule = (text: string): Overrule | null =>
  readColumn(text, (input) => checkShape(overruleKept, input));

const select = (db: Database) =>
  db
    .selectFrom('learners')
    .leftJoin('settings', (join) => join.on('settings.key', '=', SCHOOL))
    .leftJoin('instructors', 'instructors.id', 'learners.instructor')
    .select([
      'learners.id',
      'learners.name',
      'learners.name_key as nameKey',
      'learners.test_date as testDate',
      'learners.standard',
      'learners.papers',
      'learners.overrule',
      'learners.details',
      'learners.has_left as hasLeft',
      'learners.revision',
      'learners.instructor',
      'instructors.name as instructorName',
      // What is prepared for: the learner's own standard, else the school's, else that of the last mock.
      sql<string | null>`coalesce(learners.standard, settings.body ->> '$.standard',
        (select mocks.standard from mocks where mocks.learner = learners.id and mocks.removed_at is null and mocks.beside is null
        order by mocks.started_at desc limit 1))`.as('preparesFor'),
    ]);

type Row = Awaited<ReturnType<ReturnType<typeof select>['executeTakeFirstOrThrow']>>;

const viewOf = (row: Row): LearnerView => ({
  id: row.id,
  name: row.name,
  testDate: row.testDate,
  standard: row.standard,
  preparesFor: row.preparesFor,
  papers: readPapers(row.papers) ?? [],
  overrule: row.overrule === null ? null : readOverrule(row.overrule),
  details: readDetails(row.details) ?? NO_DETAILS,
  instructor: row.instructor === null ? null : { id: row.instructor, name: row.instructorName ?? '' },
  left: row.hasLeft === 1,
  revision: row.revision,
});

export interface LearnerFilter {
  readonly limit: number;
  /** Continue after the learner with this sort key and id. */
  readonly after: readonly [key: string, id: string] | null;
  /** Part of a name. */
  readonly search?: string | null;
  readonly sort?: LearnerSort;
  /** Those who are no longer taught here, in place of those who are. */
  readonly left?: boolean;
  /** Only those whom one instructor teaches; null for all. */
  readonly taughtBy?: string | null;
  /** Today: tests that are over come after all others. */
  readonly today?: string;
}

/** A learner with the key of its place in the list. */
interface Listed {
  readonly learner: ListedLearner;
  readonly key: string;
}

/** A second that is later than any mock: from there the newest come first. */
const LAST_SECOND = 9_999_999_999;

/** Learners who are taught here, by name, by their next licence test or by their last mock, from after a place in that order. */
export async function listLearners(
  db: Database,
  { limit, after, search = null, sort = 'name', today = '', left = false, taughtBy = null }: LearnerFilter,
): Promise<Listed[]> {
  const last = sql<
    string | null
  >`(select max(started_at) from mocks where mocks.learner = learners.id and removed_at is null and beside is null)`;
  const keys = {
    name: sql<string>`learners.name_key`,
    mock: sql<string>`case when ${last} is null then '~' else printf('%010d', ${LAST_SECOND} - unixepoch(${last})) end || ' ' || learners.name_key`,
    test: sql<string>`case when learners.test_date >= ${today} then learners.test_date else ${LATER} end || ' ' || learners.name_key`,
  };
  const key = keys[sort];
  let query = select(db)
    .select([key.as('sortKey'), last.as('lastMock')])
    .where('learners.has_left', '=', left ? 1 : 0)
    .orderBy(key)
    .orderBy('learners.id')
    .limit(limit);
  if (search !== null) query = query.where(nameHas(search));
  if (taughtBy !== null) query = query.where('learners.instructor', '=', taughtBy);
  if (after) {
    const [from, id] = after;
    query = query.where(sql<boolean>`(${key}, learners.id) > (${from}, ${id})`);
  }
  return (await query.execute()).map((row) => ({
    learner: { ...viewOf(row), lastMock: row.lastMock },
    key: row.sortKey,
  }));
}

export async function learnerById(db: Database, id: string): Promise<LearnerView | null> {
  const row = await select(db).where('learners.id', '=', id).executeTakeFirst();
  return row ? viewOf(row) : null;
}

/** Adds a learner; false when the id is taken. @param instructor who teaches them */
export async function addLearner(
  db: Database,
  { id, name }: Pick<NewLearner, 'id' | 'name'>,
  instructor: string | null,
): Promise<boolean> {
  const { numInsertedOrUpdatedRows } = await db
    .insertInto('learners')
    .values({
      id,
      name: plainName(name),
      name_key: nameKey(name),
      test_date: null,
      standard: null,
      papers: '[]',
      overrule: null,
      details: '{}',
      instructor,
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
  {
    name,
    standard,
    papers,
    overrule,
    details,
    left,
    instructor,
  }: Omit<LearnerView, 'id' | 'revision' | 'preparesFor' | 'testDate' | 'instructor'> & {
    readonly instructor: string | null;
  },
): Promise<boolean> {
  const { numUpdatedRows } = await db
    .updateTable('learners')
    .set({
      name: plainName(name),
      name_key: nameKey(name),
      standard,
      papers: JSON.stringify(papers),
      overrule: overrule === null ? null : JSON.stringify(overrule),
      details: JSON.stringify(details),
      instructor,
      has_left: left ? 1 : 0,
      revision: revision + 1,
    })
    .where('id', '=', id)
    .where('revision', '=', revision)
    .executeTakeFirstOrThrow();
  return numUpdatedRows === 1n;
}
