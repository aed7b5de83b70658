import * as z from 'zod';
import type { PracticeRunView, PracticeTold, PracticeToKeep, PracticeView } from '../../contract';
import type { DriveEvent } from '../../core/marking';
import { checkShape } from '../../core/problems';
import { parseRun, type JudgedRun, type Run } from '../../core/yard';
import { isOf } from './belonging';
import type { Database } from './database';
import { readColumn, readJson, shownZone } from './readable';

/** As many runs as a list shows. */
const MOST = 200;

const toldSchema = z.looseObject({
  course: z.string(),
  vehicle: z.string(),
  standard: z.string(),
  outcome: z.string(),
  breaches: z.array(z.looseObject({ limit: z.string() })),
  movements: z.number(),
  shunts: z.number(),
  seconds: z.number(),
  slips: z.array(z.looseObject({ kind: z.string(), t: z.number(), of: z.string() })),
});
const runSchema = z.object({
  course: z.unknown(),
  vehicle: z.unknown(),
  settings: z.unknown(),
  path: z.unknown(),
});

export const readTold = (text: string): PracticeTold | null =>
  readColumn(text, (input) => checkShape(toldSchema, input)) as PracticeTold | null;
export const readRun = (text: string): Run | null => {
  const parts = readColumn(text, (input) => checkShape(runSchema, input));
  const run = parts && parseRun(parts);
  return run?.ok ? run.value : null;
};

const select = (db: Database) =>
  db
    .selectFrom('practice')
    .innerJoin('learners', 'learners.id', 'practice.learner')
    .innerJoin('instructors', 'instructors.id', 'practice.instructor')
    .select([
      'practice.id',
      'practice.started_at as startedAt',
      'practice.zone',
      'practice.standard',
      'practice.standard_version as version',
      'practice.told',
      'learners.id as learner',
      'learners.name as learnerName',
      'instructors.id as instructor',
      'instructors.name as instructorName',
    ]);

type Row = Awaited<ReturnType<ReturnType<typeof select>['execute']>>[number];

function viewOf(row: Row): PracticeView | null {
  const told = readTold(row.told);
  return (
    told && {
      id: row.id,
      learner: { id: row.learner, name: row.learnerName },
      instructor: { id: row.instructor, name: row.instructorName },
      startedAt: row.startedAt,
      zone: shownZone(row.zone),
      standard: { id: row.standard, version: row.version },
      told,
    }
  );
}

/** Runs of a learner, or of all, the newest first. @param seenBy only those that this instructor sees; null: all */
export async function listPractice(
  db: Database,
  learner: string | null,
  seenBy: string | null = null,
): Promise<PracticeView[]> {
  let query = select(db).orderBy('practice.started_at', 'desc').orderBy('practice.id').limit(MOST);
  if (learner !== null) query = query.where('practice.learner', '=', learner);
  if (seenBy !== null) query = query.where(isOf(seenBy, 'practice'));
  return (await query.execute()).flatMap((row) => viewOf(row) ?? []);
}

/** One run; null when there is none, or it can't be made sense of. */
export async function practiceById(db: Database, id: string): Promise<PracticeRunView | null> {
  const row = await select(db).select('practice.run').where('practice.id', '=', id).executeTakeFirst();
  const view = row && viewOf(row);
  const run = row && readRun(row.run);
  return view && run ? { ...view, run } : null;
}

export async function practiceEvents(db: Database, id: string): Promise<readonly DriveEvent[]> {
  const row = await db.selectFrom('practice').select('events').where('id', '=', id).executeTakeFirst();
  return (row && readJson<readonly DriveEvent[]>(row.events)) ?? [];
}

/** Keeps a run; one that is there already stays as it is, and then it is false. */
export async function keepPractice(
  db: Database,
  id: string,
  instructor: string,
  { learner, standard, startedAt, zone }: Pick<PracticeToKeep, 'learner' | 'standard' | 'startedAt' | 'zone'>,
  run: Run,
  { run: { movements, slips, seconds }, events, verdict }: JudgedRun,
  title: string,
): Promise<boolean> {
  const told: PracticeTold = {
    course: run.course.title,
    vehicle: run.vehicle.title,
    standard: title,
    outcome: verdict.outcome,
    breaches: verdict.breaches,
    movements: movements.length,
    shunts: movements.filter(({ shunt }) => shunt).length,
    seconds,
    slips,
  };
  const { numInsertedOrUpdatedRows } = await db
    .insertInto('practice')
    .values({
      id,
      learner,
      instructor,
      standard: standard.id,
      standard_version: standard.version,
      started_at: startedAt,
      zone,
      told: JSON.stringify(told),
      run: JSON.stringify(run),
      events: JSON.stringify(events),
    })
    .onConflict((conflict) => conflict.doNothing())
    .executeTakeFirstOrThrow();
  return numInsertedOrUpdatedRows === 1n;
}

/** Removes a run; false when there is none. */
export async function removePractice(db: Database, id: string): Promise<boolean> {
  const { numDeletedRows } = await db.deleteFrom('practice').where('id', '=', id).executeTakeFirstOrThrow();
  return numDeletedRows === 1n;
}
