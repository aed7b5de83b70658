import { grades, writtenCases } from '../../core/agreement';
import { judge, type DriveEvent } from '../../core/marking';
import { act } from '../../core/session';
import { compileStandard, type Standard } from '../../core/standard';
import {
  addCheckup,
  addDrill,
  addEvents,
  addInstructor,
  addLearner,
  addMock,
  addVehicle,
  changeLearner,
  changeVehicle,
  eventsOf,
  inTransaction,
  keepGrading,
  listMocks,
  tickGoal,
  listLearners,
  recordChange,
  keepNetwork,
  networkRow,
  keepRoute,
  keepSettings,
  newestStandard,
  SCHOOL,
  type Database,
} from '../store';
import { demoDrill } from './drill';
import { demoDrive } from './drive';
import {
  DEMO_PASSPHRASE,
  demoGoals,
  demoInstructors,
  demoLearners,
  demoTrainee,
  demoVehicles,
  type DemoLearner,
} from './people';
import { randomFrom, type Random } from '../../core/random';
import { onRoute } from './places';
import { between, uuidFrom, wholeBetween } from './random';
import { DEMO_NETWORK, demoNetwork, demoRoutes } from './routes';
import type { Route } from '../../core/route';
import { demoDetails, demoPapers, seedDiary, seedResults } from './term';
import { demoVehicleStates } from './vehicles';
import type { YardView } from '../../contract';
import { seedYard } from './yard';

export const DEMO_SEED = 20_260_914;
export const DEMO_ZONE = 'Europe/London';
const DAY = 86_400_000;
const TRACKED_DAYS = 12;

/**
 * Fills an empty database with a made-up school's term: learners, vehicles, and four months of mocks that
 * end today. The same seed gives the same marks on any day, and on the same day the same school.
 */
export const seedDemo = (db: Database, today: Date, yard: Omit<YardView, 'own'>): Promise<void> =>
  // All of it or nothing: a demo that was cut off while it was made is made anew.
  inTransaction(db, (all) => fill(all, today, DEMO_SEED, yard));

async function fill(db: Database, today: Date, seed: number, yard: Omit<YardView, 'own'>): Promise<void> {
  const random = randomFrom(seed);
  await keepSettings(db, SCHOOL, 0, {
    name: 'Pellam Cross Driving',
    standard: 'fault-ceiling',
    units: 'imperial',
  });
  const instructors: string[] = [];
  for (const { name, role } of demoInstructors) {
    const instructor = { id: uuidFrom(random), name, role, passphrase: DEMO_PASSPHRASE, demo: true };
    instructors.push((await addInstructor(db, instructor)).id);
  }
  const vehicles = demoVehicles.map((vehicle) => ({ id: uuidFrom(random), ...vehicle }));
  // Streams of their own, so that neither cars nor drills change the mocks.
  const states = demoVehicleStates(randomFrom(seed + 1), today);
  for (const [n, vehicle] of vehicles.entries()) {
    const state = states[n];
    await addVehicle(db, vehicle);
    if (!state) continue;
    await changeVehicle(db, vehicle.id, 1, {
      ...vehicle,
      card: state.card,
      record: state.record,
      retired: false,
    });
    for (const checkup of state.checkups) await addCheckup(db, vehicle.id, checkup);
  }
  const routes = await addDemoRoutes(db, today);
  const drilling = randomFrom(seed + 2);
  const learners: string[] = [];
  for (const [n, who] of demoLearners.entries()) {
    const standard = await shippedStandard(db, who.standard);
    const id = uuidFrom(random);
    await addLearner(db, { id, name: who.name }, instructors[who.instructor] ?? null);
    await changeLearner(db, id, 1, {
      name: who.name,
      standard: standard.id,
      papers: demoPapers(today, n),
      overrule: null,
      details: demoDetails(n),
      instructor: instructors[who.instructor] ?? null,
      left: false,
    });
    learners.push(id);
    await addDrill(db, id, demoDrill(drilling, today, Math.min(1, who.mocks / 7)));
    await seedMocks(db, random, standard, who, {
      learner: id,
      instructor: instructors[who.instructor] ?? '',
      vehicle: vehicles[who.vehicle]?.id ?? '',
      today,
      // Each learner drives the routes in an order of their own.
      routeOf: (mock) => routes[(3 * n + 5 * mock) % routes.length] ?? null,
    });
  }
  await seedResults(db, today, learners, randomFrom(seed + 4));
  await seedDiary(db, today, { learners, instructors, vehicles, routes });
  await seedTrainee(db, today, instructors, randomFrom(seed + 6));
  await seedGoals(db, instructors[0] ?? '', randomFrom(seed + 7));
  await seedGradings(db, today, instructors, randomFrom(seed + 8));
  await seedTogether(db, instructors, randomFrom(seed + 9));
  const drives = randomFrom(seed + 5);
  await seedYard(db, yard, {
    learner: learners[0] ?? '',
    instructor: instructors[demoLearners[0]?.instructor ?? 0] ?? '',
    vehicle: vehicles[demoLearners[0]?.vehicle ?? 0] ?? { id: '', name: '' },
    standard: await shippedStandard(db, 'fault-ceiling'),
    today,
    zone: DEMO_ZONE,
    ids: [uuidFrom(drives), uuidFrom(drives), uuidFrom(drives)],
  });
}

/** How often the demo's instructors grade a case a step milder or stricter than the guide, and how many days ago. */
const demoGradings = [
  { by: 0, daysAgo: 190, milder: 0.16, stricter: 0.08 },
  { by: 0, daysAgo: 20, milder: 0.1, stricter: 0.06 },
  { by: 1, daysAgo: 18, milder: 0.06, stricter: 0.24 },
] as const;

/** Written cases as the instructors graded them. */
async function seedGradings(
  db: Database,
  today: Date,
  instructors: readonly string[],
  random: Random,
): Promise<void> {
  for (const { by, daysAgo, milder, stricter } of demoGradings)
    await keepGrading(db, {
      id: uuidFrom(random),
      by: instructors[by] ?? '',
      at: new Date(today.getTime() - daysAgo * DAY).toISOString(),
      grades: writtenCases.map(({ id, grade }) => {
        const luck = random();
        const step = luck < milder ? -1 : luck < milder + stricter ? 1 : 0;
        return { case: id, grade: grades.find((one) => one === grade + step) ?? grade };
      }),
    });
}

/** How much of what the first marked the second one left out, in the drives that both marked, the newest first. */
const demoLeftOut = [0.2, 0.25, 0.3, 0.5];

/** Some of one instructor's drives, as another one in the back marked them. */
async function seedTogether(
  db: Database,
  [first = '', second = '']: readonly string[],
  random: Random,
): Promise<void> {
  const mocks = await listMocks(db, { limit: 200, after: null, learner: null, from: null, seenBy: first });
  const drives = mocks.filter(({ instructor }) => instructor.id === first).slice(2);
  for (const [n, leftOut] of demoLeftOut.entries()) {
    // A drive every week or two.
    const mock = drives[4 * n];
    if (!mock) continue;
    const id = uuidFrom(random);
    const begun = { ...mock, learner: mock.learner.id, vehicle: mock.vehicle?.id ?? null };
    await addMock(
      db,
      { ...begun, id, route: mock.route?.id ?? null, ready: [...mock.ready], beside: mock.id },
      second,
    );
    const standard = await shippedStandard(db, mock.standard.id);
    const { events } = await eventsOf(db, mock.id);
    await addEvents(db, id, seenFromTheBack(random, standard, events, { id, leftOut }));
  }
}

/** A log as somebody else would have marked it: some faults are not seen, some are graded a step differently. */
function seenFromTheBack(
  random: Random,
  standard: Standard,
  events: readonly DriveEvent[],
  { id, leftOut }: { readonly id: string; readonly leftOut: number },
): readonly DriveEvent[] {
  const { itemOf } = compileStandard(standard);
  const ids = new Map(events.map((event) => [event.id, uuidFrom(random)]));
  return events.flatMap((event): readonly DriveEvent[] => {
    const own = { id: ids.get(event.id) ?? uuidFrom(random), test: id, device: 'back' };
    if (event.kind === 'end' || event.kind === 'stage') return [{ ...event, ...own }];
    if (event.kind !== 'fault') return [];
    const luck = random();
    // Some of what isn't marked as the first one did is named otherwise.
    if (luck < 0.7 * leftOut) return [];
    const named = luck < leftOut ? neighbourOf(standard, event.item) : event.item;
    const at = new Date(Date.parse(event.at) + between(random, -4, 9) * 1_000).toISOString();
    const { severities } = itemOf(named).item;
    const others = severities.filter((one) => one !== event.severity);
    const same = random() >= 0.12 && severities.includes(event.severity);
    const severity = same ? event.severity : (others[0] ?? event.severity);
    return [{ ...event, ...own, at, item: named, severity }];
  });
}

/** Another item of the same section. */
function neighbourOf(standard: Standard, item: string): string {
  const { items = [] } =
    standard.sections.find((section) => section.items.some(({ id }) => id === item)) ?? {};
  return items.find(({ id }) => id !== item)?.id ?? item;
}

/** Goals of one learner's last debrief, some of them reached. */
async function seedGoals(db: Database, by: string, random: Random): Promise<void> {
  const [learner] = await listLearners(db, { limit: 1, after: null, search: demoGoals.learner });
  const [mock] = await listMocks(db, {
    limit: 1,
    after: null,
    learner: learner?.learner.id ?? '',
    from: null,
  });
  if (!mock) return;
  const standard = await shippedStandard(db, mock.standard.id);
  const { events } = await eventsOf(db, mock.id);
  const judgement = judge(standard, events, mock);
  const end = Math.max(...events.map(({ at }) => Date.parse(at)));
  for (const [n, { text, reached }] of demoGoals.goals.entries()) {
    const at = new Date(end + (n + 2) * 60_000);
    const id = uuidFrom(random);
    const done = act({ standard, events, judgement }, { do: 'goal', text }, () => id);
    if (!done.ok) throw new Error(`the demo's goal is refused: ${done.why.code}`);
    const own = { id, test: mock.id, device: 'debrief', seq: n + 1, at: at.toISOString() };
    await addEvents(
      db,
      mock.id,
      done.events.map((event) => ({ ...event, ...own }) as DriveEvent),
    );
    if (reached) await tickGoal(db, { mock: mock.id, goal: id, by, at: new Date(at.getTime() + 2 * DAY) });
  }
}

/** A trainee who took over two learners: what was driven before stays with whoever gave it. */
async function seedTrainee(
  db: Database,
  today: Date,
  [owner = '', before = '']: readonly string[],
  random: Random,
): Promise<void> {
  const trainee = await addInstructor(db, {
    id: uuidFrom(random),
    name: demoTrainee.name,
    role: 'trainee',
    passphrase: DEMO_PASSPHRASE,
    demo: true,
  });
  const deed = { by: { id: owner }, at: new Date(today.getTime() - 9 * DAY) };
  const person = { kind: 'person', id: trainee.id } as const;
  await recordChange(db, deed, 'person invited', {
    name: trainee.name,
    parts: [{ part: 'role', to: trainee.role }],
  });
  await recordChange(db, { by: trainee, at: new Date(today.getTime() - 8 * DAY) }, 'person joined', {
    name: trainee.name,
    subject: person,
    parts: [{ part: 'role', to: trainee.role }],
  });
  for (const learner of (await listLearners(db, { limit: 100, after: null })).map((one) => one.learner)) {
    if (!demoTrainee.learners.some((name) => name === learner.name)) continue;
    await changeLearner(db, learner.id, learner.revision, { ...learner, instructor: trainee.id });
    await recordChange(
      db,
      { by: { id: before }, at: new Date(today.getTime() - 7 * DAY) },
      'learner handed over',
      {
        name: learner.name,
        subject: { kind: 'learner', id: learner.id },
        parts: [{ part: 'instructor', from: learner.instructor?.name ?? '', to: trainee.name }],
      },
    );
  }
}

/** The county and its routes; also for a demo school that was made before there were any. */
export async function addDemoRoutes(db: Database, today: Date): Promise<readonly Route[]> {
  const network = await demoNetwork();
  await keepNetwork(db, DEMO_NETWORK, networkRow(network), today);
  const routes = demoRoutes(network);
  for (const route of routes) await keepRoute(db, route, null);
  return routes;
}

export async function shippedStandard(db: Database, id: string): Promise<Standard> {
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
    readonly routeOf: (mock: number) => Route | null;
  },
): Promise<void> {
  for (let n = 0; n < who.mocks; n += 1) {
    const last = n === who.mocks - 1;
    const startedAt = last
      ? lastStart(random, who, to.today)
      : earlierStart(random, who, to.today, who.mocks - 1 - n);
    const mock = uuidFrom(random);
    const ready = standard.checks.map(({ id }) => id);
    const ref = { id: standard.id, version: standard.version };
    const route = to.routeOf(n);
    const begun = {
      startedAt: startedAt.toISOString(),
      zone: DEMO_ZONE,
      retest: false,
      ready,
      route: route?.id ?? null,
    };
    await addMock(
      db,
      { id: mock, learner: to.learner, standard: ref, vehicle: to.vehicle, ...begun },
      to.instructor,
    );
    const progress = who.mocks === 1 ? 0 : n / (who.mocks - 1);
    const flags = last && who.lastMockAgo <= 1 ? wholeBetween(random, 1, 2) : 0;
    const drive = demoDrive(random, standard, who, {
      mock,
      startedAt,
      progress,
      flags,
      cutShort: who.cutShort === n,
    });
    // Receivers came lately: earlier drives tell their places, but not the way between.
    const tracked = to.today.getTime() - startedAt.getTime() < TRACKED_DAYS * DAY;
    await addEvents(db, mock, route ? onRoute(drive, standard, route, { mock, tracked }) : drive);
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
