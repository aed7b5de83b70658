import { sql, type RawBuilder } from 'kysely';
import { openNetwork, trafficOf } from '../../core/network';
import type { DriveEvent } from '../../core/marking';
import { randomFrom, type Random } from '../../core/random';
import { drawingOn, drawThrough, proposedIndependent, type Route } from '../../core/route';
import type { Standard } from '../../core/standard';
import {
  addDrill,
  addLog,
  addLearner,
  addMock,
  addPerson,
  addVehicle,
  changeLearner,
  hashPassphrase,
  inTransaction,
  keepFresh,
  keepNetwork,
  keepLesson,
  keepResult,
  keepRoute,
  keepSettings,
  networkRow,
  SCHOOL,
  settingsHeld,
  type Database,
  type FreshRow,
} from '../store';
import { demoDrill } from './drill';
import { demoDrive } from './drive';
import { DEMO_PASSPHRASE, type DemoLearner } from './people';
import { onRoute } from './places';
import { between, pick, uuidFrom, wholeBetween } from './random';
import { DEMO_NETWORK, demoNetwork, demoRoutes } from './routes';
import { DEMO_ZONE, shippedStandard } from './seed';
import { demoDetails, demoPapers } from './term';

/** How large the large school is: what a school of fifty holds after six years (invented). */
export const LARGE = {
  instructors: 50,
  learners: 3_000,
  mocks: 30_000,
  routes: 400,
  years: 6,
  drives: 24,
} as const;
export type LargeSize = { readonly [K in keyof typeof LARGE]: number };

export const LARGE_SEED = 20_260_915;
const DAY = 86_400_000;
/** Under this key stands that the school was made whole. */
const MADE = 'large school';

const FIRST =
  'Ada Bela Caius Dorit Emre Fenna Goran Hila Ivo Jorun Kaveh Lumi Mira Nuno Oona Petra Quirin Runa Samir Tilda Ugo Vesna Wanda Xaver Yara Zeno Anouk Bram Cleo Dilek Eryk Freya Gita Hamid Ilse Jonas Kira Leif Malik Noor'.split(
    ' ',
  );
const LAST =
  'Abern Bellgrave Castor Dunmarrow Elmsworth Farrowby Galdane Hartwell Inskip Jorvale Kestreline Lindmoor Marrable Nethercote Ostrander Pellwick Quarnby Rosthwaite Sallowby Tarrandine Underhay Velmore Wexcombe Yarrowdale Zellaby Ashcombe Birkenholt Coldren Dravenor Eskdalen Fenwater Grimsole Holmbeck Iverlund Jasperby Kirkmoor Lowrick Mossgrave Northolm Orrinside'.split(
    ' ',
  );

/** A name of its own for each: first and last names in turn, and a letter when all pairs are used. */
function nameOf(n: number): string {
  const [first, last] = [
    FIRST[n % FIRST.length] ?? '',
    LAST[Math.floor(n / FIRST.length) % LAST.length] ?? '',
  ];
  const round = Math.floor(n / (FIRST.length * LAST.length));
  return round === 0 ? `${first} ${last}` : `${first} ${String.fromCharCode(64 + round)}. ${last}`;
}

/** Whether a database holds a large school: whole, cut off while it was made, or none. */
export async function largeSchool(db: Database): Promise<'whole' | 'cut off' | 'none'> {
  const { people } = await db
    .selectFrom('instructors')
    .select((is) => is.fn.countAll<number>().as('people'))
    .executeTakeFirstOrThrow();
  if (people === 0) return 'none';
  return (await settingsHeld(db, MADE)).revision > 0 ? 'whole' : 'cut off';
}

/**
 * Fills an empty database with a made-up school of fifty instructors over six years, some learners at a time: for trying
 * how the program does with much. The same seed gives the same marks.
 *
 * @param workThem works out what follows from the logs of some mocks, beside this
 * @param say told how many learners are made, now and then
 */
export async function seedLarge(
  db: Database,
  today: Date,
  workThem: (mocks: readonly string[]) => Promise<readonly FreshRow[]>,
  say: (learners: number) => void = () => undefined,
  size: LargeSize = LARGE,
): Promise<void> {
  // Nobody has anything to lose while it is made, and there is much to write at many places.
  await sql`pragma synchronous = off`.execute(db);
  await sql`pragma cache_size = -200000`.execute(db);
  const later = await indexesLater(db);
  const random = randomFrom(LARGE_SEED);
  const ceiling = await shippedStandard(db, 'fault-ceiling');
  const graded = await shippedStandard(db, 'graded-faults');
  const hash = await hashPassphrase(DEMO_PASSPHRASE);
  const school = await inTransaction(db, async (all) => {
    await keepSettings(all, SCHOOL, 0, {
      name: 'Great Ostrey Driving',
      standard: 'fault-ceiling',
      units: 'imperial',
    });
    const instructors: string[] = [];
    for (let n = 0; n < size.instructors; n += 1) {
      const role = n === 0 ? 'owner' : 'instructor';
      const name = n === 0 ? 'Maren Holtby' : nameOf(n * 37);
      instructors.push((await addPerson(all, { id: uuidFrom(random), name, role, hash, demo: true })).id);
    }
    const vehicles: string[] = [];
    for (let n = 0; n < size.instructors; n += 1) {
      const id = uuidFrom(random);
      await addVehicle(all, { id, name: `Hatchback ${n + 1}`, plate: `OST ${300 + n}` });
      vehicles.push(id);
    }
    const routes = await manyRoutes(all, random, today, size.routes);
    return { instructors, vehicles, routes, bank: drivesOfLevels(random, [ceiling, graded], size.drives) };
  });
  // While some are made, what follows from the marks of those before them is worked out.
  let before: readonly string[] = [];
  for (let n = 0; n < size.learners; n += SLICE) {
    const [rows, made] = await Promise.all([
      workThem(before),
      inTransaction(db, async (all) => {
        const mocks: string[] = [];
        for (let k = n; k < Math.min(size.learners, n + SLICE); k += 1)
          mocks.push(...(await addOne(all, random, today, size, school, k % 4 === 3 ? graded : ceiling, k)));
        return mocks;
      }),
    ]);
    await keepFresh(db, rows);
    before = made;
    say(Math.min(size.learners, n + SLICE));
  }
  await keepFresh(db, await workThem(before));
  for (const again of later) await again.execute(db);
  await keepSettings(db, MADE, 0, { at: today.toISOString() });
  await sql`pragma cache_size = -2000`.execute(db);
  await sql`pragma shrink_memory`.execute(db);
  await sql`analyze`.execute(db);
  await sql`pragma synchronous = full`.execute(db);
}

/** Takes away what finds marks by their device: made at once in the end, it costs a fraction. @returns how to make it */
async function indexesLater(db: Database): Promise<readonly RawBuilder<unknown>[]> {
  const { rows } = await sql<{ name: string; made: string }>`
    select name, sql as made from sqlite_master
    where type = 'index' and name in ('events_by_device', 'fixes_by_device')`.execute(db);
  for (const { name } of rows) await sql`drop index ${sql.ref(name)}`.execute(db);
  return rows.map(({ made }) => sql.raw(made));
}

/** So many learners are made at a time. */
const SLICE = 50;

interface School {
  readonly instructors: readonly string[];
  readonly vehicles: readonly string[];
  readonly routes: readonly Route[];
  readonly bank: ReadonlyMap<string, readonly Template[]>;
}

/**
 * From a first mock to a learner who is ready. Of each level some drives are made; each is driven again and again, by
 * others, on other days and routes.
 */
const LEVELS = 12;

/** A drive as it was made, to be driven again on another day. */
interface Template {
  readonly startedAt: number;
  readonly events: readonly DriveEvent[];
}

/** Drives by standard and level. Making each of thirty thousand by itself would take an hour. */
function drivesOfLevels(
  random: Random,
  standards: readonly Standard[],
  each: number,
): ReadonlyMap<string, readonly Template[]> {
  const bank = new Map<string, readonly Template[]>();
  const startedAt = new Date('2026-01-05T09:00:11.000Z');
  for (const standard of standards)
    for (let level = 0; level < LEVELS; level += 1)
      bank.set(
        `${standard.id} ${level}`,
        Array.from({ length: each }, (): Template => {
          const who: DemoLearner = {
            name: '',
            standard: standard.id === 'graded-faults' ? 'graded-faults' : 'fault-ceiling',
            instructor: 0,
            vehicle: 0,
            mocks: 1,
            faults: [between(random, 16, 28), between(random, 4, 12)],
            grave: [between(random, 0.4, 0.9), between(random, 0.03, 0.25)],
            habits: { [pick(random, HABITS)]: between(random, 2, 5) },
            testIn: null,
            lastMockAgo: 3,
          };
          const mock = uuidFrom(random);
          const progress = level / (LEVELS - 1);
          const cutShort = random() < 0.02;
          const events = demoDrive(random, standard, who, { mock, startedAt, progress, flags: 0, cutShort });
          return { startedAt: startedAt.getTime(), events };
        }),
      );
  return bank;
}

/** As `uuidFrom`, from fewer draws: there are a million and a half of them. */
function quickUuid(random: Random): string {
  const part = () =>
    Math.floor(random() * 0x1_0000_0000)
      .toString(16)
      .padStart(8, '0');
  const [a, b, c, d] = [part(), part(), part(), part()];
  return `${a}-${b.slice(0, 4)}-4${b.slice(5)}-8${c.slice(1, 4)}-${c.slice(4)}${d}`;
}

/** The same drive as another mock, on another day: with ids of its own, which its events name one another by. */
function anew(
  random: Random,
  { startedAt, events }: Template,
  mock: string,
  at: Date,
): readonly DriveEvent[] {
  const ids = new Map(events.map(({ id }) => [id, quickUuid(random)]));
  const later = at.getTime() - startedAt;
  return events.map((event) => ({
    ...event,
    id: ids.get(event.id) ?? event.id,
    test: mock,
    at: new Date(Date.parse(event.at) + later).toISOString(),
    ...('of' in event && event.of !== undefined ? { of: ids.get(event.of) ?? event.of } : {}),
  }));
}

/**
 * One learner: some months of lessons at some time of the six years, with mocks, and a licence test at their end.
 *
 * @returns their mocks, from which nothing is worked out yet
 */
async function addOne(
  db: Database,
  random: Random,
  today: Date,
  size: LargeSize,
  { instructors, vehicles, routes, bank }: School,
  standard: Standard,
  n: number,
): Promise<readonly string[]> {
  const id = uuidFrom(random);
  const made: string[] = [];
  const by = n % instructors.length;
  const [instructor, vehicle] = [instructors[by] ?? '', vehicles[by] ?? ''];
  // Evenly over the years, the last ones still under way.
  const begun = today.getTime() - (1 - (n + 0.5) / size.learners) * size.years * 365 * DAY - 60 * DAY;
  const span = between(random, 150, 400) * DAY;
  const over = begun + span < today.getTime();
  const who = {
    name: nameOf(n + 1),
    mocks: mocksEach(random, size),
  };
  await addLearner(db, { id, name: who.name }, instructor);
  await changeLearner(db, id, 1, {
    name: who.name,
    standard: standard.id,
    papers: demoPapers(today, n % 12),
    overrule: null,
    details: demoDetails(n),
    instructor,
    left: over,
  });
  if (!over) await addDrill(db, id, demoDrill(random, today, 0.5));
  for (let k = 0; k < who.mocks; k += 1) {
    const at = begun + ((k + between(random, 0.2, 0.8)) / who.mocks) * span;
    if (at > today.getTime()) break;
    const startedAt = new Date(Math.floor(at / DAY) * DAY + wholeBetween(random, 8, 17) * 3_600_000 + 11_000);
    if (startedAt.getTime() > today.getTime() - 7_200_000) break;
    const mock = uuidFrom(random);
    const route = oneOf(random, routes);
    await addMock(
      db,
      {
        id: mock,
        learner: id,
        standard: { id: standard.id, version: standard.version },
        vehicle,
        startedAt: startedAt.toISOString(),
        zone: DEMO_ZONE,
        retest: false,
        ready: standard.checks.map((check) => check.id),
        route: route.id,
      },
      instructor,
    );
    const level = Math.round(
      (LEVELS - 1) * Math.min(1, Math.max(0, k / who.mocks + between(random, -0.1, 0.25))),
    );
    const drive = anew(random, oneOf(random, bank.get(`${standard.id} ${level}`) ?? []), mock, startedAt);
    made.push(mock);
    await addLog(
      db,
      mock,
      onRoute(drive, standard, route, { mock, tracked: today.getTime() - at < 30 * DAY }),
    );
  }
  if (over)
    await keepResult(
      db,
      uuidFrom(random),
      {
        learner: id,
        day: new Date(begun + span).toISOString().slice(0, 10),
        standard: standard.id,
        passed: random() < 0.6,
      },
      null,
      today,
    );
  else await diaryOf(db, random, today, { learner: id, instructor, vehicle, n, test: begun + span });
  return made;
}

/** Lessons of five weeks, and the licence test. */
async function diaryOf(
  db: Database,
  random: Random,
  today: Date,
  {
    learner,
    instructor,
    vehicle,
    n,
    test,
  }: { learner: string; instructor: string; vehicle: string; n: number; test: number },
): Promise<void> {
  const keep = (kind: 'lesson' | 'test', at: number) =>
    keepLesson(
      db,
      uuidFrom(random),
      instructor,
      { learner, kind, startsAt: new Date(at).toISOString(), minutes: 60, zone: DEMO_ZONE, vehicle },
      null,
      today,
    );
  const hour = (8 + (n % 9)) * 3_600_000;
  for (let week = -2; week < 3; week += 1)
    await keep('lesson', (Math.floor(today.getTime() / DAY) + 7 * week + (n % 5)) * DAY + hour);
  await keep('test', Math.floor(test / DAY) * DAY + hour);
}

/** Six to sixteen for a mean of eleven; some are still under way and have fewer. */
const mocksEach = (random: Random, { mocks, learners }: LargeSize): number =>
  Math.max(1, wholeBetween(random, (0.56 * mocks) / learners, (1.64 * mocks) / learners));

function oneOf<T>(random: Random, entries: readonly T[]): T {
  const entry = entries[Math.floor(random() * entries.length)];
  if (entry === undefined) throw new Error('nothing to choose from');
  return entry;
}

const HABITS = [
  'moving-off-check',
  'approach-speed',
  'mirrors-before-speed',
  'clearance',
  'signal-timing',
  'gears',
] as const;

/** Loops through places that the demo's own routes pass. */
async function manyRoutes(
  db: Database,
  random: Random,
  today: Date,
  count: number,
): Promise<readonly Route[]> {
  const network = await demoNetwork();
  await keepNetwork(db, DEMO_NETWORK, networkRow(network), today);
  const own = demoRoutes(network);
  for (const route of own.slice(0, count)) await keepRoute(db, route, null);
  const routes = [...own.slice(0, count)];
  const drawing = drawingOn(trafficOf(openNetwork(network)));
  const places = own.flatMap(({ line }) => line.filter((_, n) => n % 9 === 0));
  const [start] = own[0]?.line ?? [];
  if (!start) throw new Error('the demo has no route');
  for (let n = 1; routes.length < count && n < 4 * count; n += 1) {
    const via = [
      start,
      ...Array.from({ length: wholeBetween(random, 4, 7) }, () => oneOf(random, places)),
      start,
    ];
    const drawn = drawThrough(drawing, via, {
      id: `loop-${n}`,
      title: `Loop ${String(n).padStart(3, '0')}`,
      units: 'imperial',
      network: { id: DEMO_NETWORK, version: 1 },
    });
    if (!drawn.ok) continue;
    const { route } = drawn.value;
    const whole = { ...route, independent: proposedIndependent(route, 20) ?? proposedIndependent(route, 8) };
    await keepRoute(db, whole, null);
    routes.push(whole);
  }
  return routes;
}
