import { randomUUID } from 'node:crypto';
import { clockIn, instantIn } from '../../core/time';
import type { Database } from './database';
import { shownZone } from './readable';

/**
 * A booked licence test is an entry of the diary, and nothing else: the day on the learner's record follows it.
 */

const HOUR = '09:00';
const MINUTES = 60;
const HOUR_UNKNOWN = 'The hour is not known yet.';

export const dayIn = (instant: string, zone: string): string => clockIn(instant, zone).slice(0, 10);

const entriesOf = async (db: Database, learner: string) => {
  const entries = await db
    .selectFrom('lessons')
    .select(['id', 'starts_at', 'zone', 'revision'])
    .where('learner', '=', learner)
    .where('kind', '=', 'test')
    .where('removed', '=', 0)
    .orderBy('starts_at')
    .execute();
  return entries.map((entry) => ({ ...entry, zone: shownZone(entry.zone) }));
};

type Entry = Awaited<ReturnType<typeof entriesOf>>[number];

/** The first one whose day is not over. */
const comingOf = (entries: readonly Entry[], now: Date): Entry | undefined =>
  entries.find(({ starts_at, zone }) => dayIn(starts_at, zone) >= dayIn(now.toISOString(), zone));

/** Puts the day of the diary on the learner's record: that of the next test, else of the last one. */
export async function followDiary(db: Database, learner: string, now: Date): Promise<void> {
  const entries = await entriesOf(db, learner);
  const entry = comingOf(entries, now) ?? entries.at(-1);
  const day = entry ? dayIn(entry.starts_at, entry.zone) : null;
  await db
    .updateTable('learners')
    .set((is) => ({ test_date: day, revision: is('revision', '+', 1) }))
    .where('id', '=', learner)
    .where('test_date', 'is not', day)
    .execute();
}

/** Books a licence test on a day, moves the one that is booked there, or takes it out of the diary. */
export async function bookTest(
  db: Database,
  learner: string,
  day: string | null,
  by: { readonly instructor: string; readonly zone: string; readonly now: Date },
): Promise<void> {
  const comes = comingOf(await entriesOf(db, learner), by.now);
  if (comes) {
    const hour = clockIn(comes.starts_at, comes.zone).slice(11, 16);
    await db
      .updateTable('lessons')
      .set({
        ...(day === null ? { removed: 1 } : { starts_at: instantIn(`${day}T${hour}`, comes.zone) }),
        revision: comes.revision + 1,
      })
      .where('id', '=', comes.id)
      .execute();
  } else if (day !== null) {
    const { instructor, zone } = by;
    const starts_at = instantIn(`${day}T${HOUR}`, zone);
    await db
      .insertInto('lessons')
      .values({
        id: randomUUID(),
        kind: 'test',
        learner,
        instructor,
        vehicle: null,
        route: null,
        starts_at,
        minutes: MINUTES,
        zone,
        place: '',
        lat: null,
        lon: null,
        note: HOUR_UNKNOWN,
        uid: null,
        removed: 0,
        revision: 1,
      })
      .execute();
  }
  await followDiary(db, learner, by.now);
}
