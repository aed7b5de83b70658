import type { LessonToKeep, LessonView } from '../../contract';
import { laterOf } from '../../core/diary';
import { isOf } from './belonging';
import { inTransaction, type Database } from './database';
import { followDiary } from './licenceTests';
import { shownZone } from './readable';

const select = (db: Database) =>
  db
    .selectFrom('lessons')
    .innerJoin('instructors', 'instructors.id', 'lessons.instructor')
    .leftJoin('learners', 'learners.id', 'lessons.learner')
    .leftJoin('vehicles', 'vehicles.id', 'lessons.vehicle')
    .leftJoin('routes', 'routes.id', 'lessons.route')
    .selectAll('lessons')
    .select([
      'instructors.name as instructorName',
      'learners.name as learnerName',
      'vehicles.name as vehicleName',
      'routes.title as routeTitle',
    ])
    .where('lessons.removed', '=', 0);

type Row = Awaited<ReturnType<ReturnType<typeof select>['executeTakeFirstOrThrow']>>;

const viewOf = (row: Row): LessonView => ({
  id: row.id,
  kind: row.kind,
  learner: row.learner === null ? null : { id: row.learner, name: row.learnerName ?? row.learner },
  instructor: { id: row.instructor, name: row.instructorName },
  vehicle: row.vehicle === null ? null : { id: row.vehicle, name: row.vehicleName ?? row.vehicle },
  route: row.route === null ? null : { id: row.route, title: row.routeTitle ?? row.route },
  startsAt: row.starts_at,
  minutes: row.minutes,
  zone: shownZone(row.zone),
  place: row.place,
  lat: row.lat,
  lon: row.lon,
  note: row.note,
  uid: row.uid,
  series: row.series,
  revision: row.revision,
});

/** The diary of the school from one instant up to another, in order. */
export async function listLessons(
  db: Database,
  {
    from,
    until,
    learner,
    series = null,
    seenBy = null,
  }: {
    readonly from: string;
    readonly until: string;
    readonly learner: string | null;
    /** Only the entries of one repeated lesson. */
    readonly series?: string | null;
    /** Only what one instructor gives, or with learners whom they teach; null for all. */
    readonly seenBy?: string | null;
  },
): Promise<LessonView[]> {
  let query = select(db)
    .where('lessons.starts_at', '>=', from)
    .where('lessons.starts_at', '<', until)
    .orderBy('lessons.starts_at')
    .orderBy('lessons.id');
  if (learner !== null) query = query.where('lessons.learner', '=', learner);
  if (series !== null) query = query.where('lessons.series', '=', series);
  if (seenBy !== null) query = query.where(isOf(seenBy, 'lessons'));
  return (await query.execute()).map(viewOf);
}

export async function lessonById(db: Database, id: string): Promise<LessonView | null> {
  const row = await select(db).where('lessons.id', '=', id).executeTakeFirst();
  return row ? viewOf(row) : null;
}

/** Adds (revision null) or changes an entry; false when somebody else did meanwhile. */
export async function keepLesson(
  db: Database,
  id: string,
  instructor: string,
  lesson: LessonToKeep,
  revision: number | null,
  now: Date,
  /** Of a new entry: the repeated lesson that it is one of. */
  series: string | null = null,
): Promise<boolean> {
  return inTransaction(db, async (all) => {
    const before = await all.selectFrom('lessons').select('learner').where('id', '=', id).executeTakeFirst();
    const kept = await writeLesson(all, id, instructor, lesson, revision, series);
    for (const learner of new Set([before?.learner, lesson.learner]))
      if (kept && learner) await followDiary(all, learner, now);
    return kept;
  });
}

async function writeLesson(
  db: Database,
  id: string,
  instructor: string,
  lesson: LessonToKeep,
  revision: number | null,
  series: string | null,
): Promise<boolean> {
  const values = {
    kind: lesson.kind,
    learner: lesson.learner ?? null,
    vehicle: lesson.vehicle ?? null,
    route: lesson.route ?? null,
    starts_at: new Date(lesson.startsAt).toISOString(),
    minutes: lesson.minutes,
    zone: lesson.zone,
    place: lesson.place ?? '',
    lat: lesson.lat ?? null,
    lon: lesson.lon ?? null,
    note: lesson.note ?? '',
    uid: lesson.uid ?? null,
  };
  if (revision === null) {
    const { numInsertedOrUpdatedRows } = await db
      .insertInto('lessons')
      .values({ id, instructor, ...values, series, removed: 0, revision: 1 })
      .onConflict((conflict) => conflict.doNothing())
      .executeTakeFirstOrThrow();
    return numInsertedOrUpdatedRows === 1n;
  }
  const { numUpdatedRows } = await db
    .updateTable('lessons')
    .set({ ...values, revision: revision + 1 })
    .where('id', '=', id)
    .where('revision', '=', revision)
    .where('removed', '=', 0)
    .executeTakeFirstOrThrow();
  return numUpdatedRows === 1n;
}

export async function removeLesson(db: Database, id: string, revision: number, now: Date): Promise<boolean> {
  return inTransaction(db, async (all) => {
    const removed = await all
      .updateTable('lessons')
      .set({ removed: 1, revision: revision + 1 })
      .where('id', '=', id)
      .where('revision', '=', revision)
      .returning('learner')
      .executeTakeFirst();
    if (removed?.learner) await followDiary(all, removed.learner, now);
    return removed !== undefined;
  });
}

/** The later entries of the repeated lesson that an entry is one of, as far as they are still like it. */
export async function laterThan(db: Database, id: string): Promise<LessonView[]> {
  const held = await lessonById(db, id);
  if (!held?.series) return [];
  const rows = await select(db)
    .where('lessons.series', '=', held.series)
    .orderBy('lessons.starts_at')
    .execute();
  return laterOf(held, rows.map(viewOf));
}
