import type { Standard } from '../../core/standard';
import { addEvents, addInstructor, addLearner, addTest, newestStandard, type Database } from '../store';
import { demoDrive } from './drive';
import { DEMO_PASSPHRASE, demoInstructors, demoLearners, demoVehicles, type DemoLearner } from './people';
import { between, randomFrom, uuidFrom, wholeBetween, type Random } from './random';

export const DEMO_SEED = 20_260_914;
export const DEMO_ZONE = 'Europe/London';
const DAY = 86_400_000;

/**
 * Fills an empty database with a made-up school's term: learners, vehicles, and four months of mocks that
 * end today. The same seed and day give the same school.
 */
export async function seedDemo(db: Database, today: Date, seed = DEMO_SEED): Promise<void> {
  const random = randomFrom(seed);
  const instructors: string[] = [];
  for (const name of demoInstructors) {
    const instructor = { id: uuidFrom(random), name, passphrase: DEMO_PASSPHRASE, demo: true };
    instructors.push((await addInstructor(db, instructor)).id);
  }
  const vehicles = demoVehicles.map((vehicle) => ({ id: uuidFrom(random), ...vehicle }));
  await db.insertInto('vehicles').values(vehicles).execute();
  for (const who of demoLearners) {
    const standard = await shippedStandard(db, who.standard);
    const id = uuidFrom(random);
    const testDate =
      who.testIn === null ? null : new Date(today.getTime() + who.testIn * DAY).toISOString().slice(0, 10);
    await addLearner(db, { id, name: who.name, testDate });
    await seedMocks(db, random, standard, who, {
      learner: id,
      instructor: instructors[who.instructor] ?? '',
      vehicle: vehicles[who.vehicle]?.id ?? '',
      today,
    });
  }
}

async function shippedStandard(db: Database, id: string): Promise<Standard> {
  const standard = await newestStandard(db, id);
  if (!standard) throw new Error(`the shipped standard ${id} is not in the database`);
  return standard;
}

async function seedMocks(
  db: Database,
  random: Random,
  standard: Standard,
  who: DemoLearner,
  to: {
    readonly learner: string;
    readonly instructor: string;
    readonly vehicle: string;
    readonly today: Date;
  },
): Promise<void> {
  for (let n = 0; n < who.mocks; n += 1) {
    const last = n === who.mocks - 1;
    const startedAt = last
      ? lastStart(random, who, to.today)
      : earlierStart(random, who, to.today, who.mocks - 1 - n);
    const test = uuidFrom(random);
    const ready = standard.checks.map(({ id }) => id);
    const ref = { id: standard.id, version: standard.version };
    const begun = { startedAt: startedAt.toISOString(), zone: DEMO_ZONE, retest: false, ready };
    await addTest(
      db,
      { id: test, learner: to.learner, standard: ref, vehicle: to.vehicle, ...begun },
      to.instructor,
    );
    const progress = who.mocks === 1 ? 0 : n / (who.mocks - 1);
    const pegs = last && who.lastMockAgo <= 1 ? wholeBetween(random, 1, 2) : 0;
    await addEvents(db, test, demoDrive(random, standard, who, { startedAt, progress, pegs }));
  }
}

/** Today's mocks ended before now; others were at some hour of a working day. */
function lastStart(random: Random, who: DemoLearner, today: Date): Date {
  if (who.lastMockAgo === 0) return new Date(today.getTime() - between(random, 70, 200) * 60_000);
  return atWorkingHour(random, new Date(today.getTime() - who.lastMockAgo * DAY));
}

/** Unevenly back from the last one: lessons are missed, and holidays come. */
function earlierStart(random: Random, who: DemoLearner, today: Date, before: number): Date {
  const step = Math.min(16, 115 / Math.max(1, who.mocks));
  const ago = who.lastMockAgo + before * step + between(random, -0.35, 0.35) * step;
  return atWorkingHour(random, new Date(today.getTime() - ago * DAY));
}

function atWorkingHour(random: Random, day: Date): Date {
  const hour = wholeBetween(random, 8, 17);
  return new Date(
    Date.UTC(
      day.getUTCFullYear(),
      day.getUTCMonth(),
      day.getUTCDate(),
      hour,
      wholeBetween(random, 0, 59),
      11,
    ),
  );
}
