import type { DetailsToKeep, PaperToKeep } from '../../contract';
import { randomFrom, seedOf, type Random } from '../../core/random';
import type { Route } from '../../core/route';
import { addLearner, changeLearner, keepLesson, keepResult, NO_DETAILS, type Database } from '../store';
import { demoLearners } from './people';
import { uuidFrom, wholeBetween } from './random';

/** The rest of the demo's term: papers, the diary of two weeks, and official results. All invented. */

const DAY = 86_400_000;
const ZONE = 'Europe/London';
const dayOf = (time: number): string => new Date(time).toISOString().slice(0, 10);

/** Numbers and addresses that belong to nobody: kept free for invented ones (Ofcom's for drama, RFC 2606). */
export const demoDetails = (n: number): DetailsToKeep => ({
  phone: n % 3 === 2 ? '' : `07700 9001${String(20 + n)}`,
  email: n % 4 === 3 ? '' : `learner${n + 1}@example.org`,
  licenceClass: 'car',
  transmission: n % 5 === 4 ? 'automatic' : 'manual',
  notes: n === 0 ? 'Wears glasses for driving. Prefers lessons before noon.' : '',
});

export function demoPapers(today: Date, n: number): PaperToKeep[] {
  const inDays = (days: number) => dayOf(today.getTime() + days * DAY);
  return [
    { title: 'Provisional licence', seen: true, until: inDays(1_400 + 97 * n) },
    // One learner’s theory pass runs out before the test.
    { title: 'Theory pass', seen: n !== 10, until: inDays(n === 2 ? 9 : 160 + 31 * n) },
    { title: 'Eyesight at 20 m', seen: n !== 11, until: null },
  ];
}

/** Learners of earlier terms, of whom only the result and what was foretold are known. */
const FORMER = [
  'Malin Ekdahlen',
  'Kofi Brempah',
  'Sara Lindegrunn',
  'Paulo Cerqueiral',
  'Nadia Haroumi',
  'Ewan Strathmuir',
  'Lucia Fontanesca',
  'Arjun Pelletandy',
  'Mirela Stanovici',
  'Joonas Kivelahti',
  'Chiara Bellomonte',
  'Dmitri Solovarin',
] as const;

/** Official results of this term’s and of former learners; chances were near the truth, but a little too sure. */
export async function seedResults(
  db: Database,
  today: Date,
  learners: readonly string[],
  random: Random,
): Promise<void> {
  const former: string[] = [];
  for (const name of FORMER) {
    const id = uuidFrom(random);
    former.push(id);
    await addLearner(db, { id, name }, null);
    await changeLearner(db, id, 1, {
      name,
      standard: 'fault-ceiling',
      papers: [],
      overrule: null,
      details: NO_DETAILS,
      instructor: null,
      left: true,
    });
  }
  for (let n = 0; n < 2 * former.length; n += 1) {
    // Spread evenly instead of by chance, so that two dozen show what hundreds would.
    const pass = 0.12 + 0.84 * ((n * 0.618034) % 1);
    const passed = (n * 0.754877) % 1 < 0.06 + 0.86 * pass;
    await keepResult(
      db,
      uuidFrom(random),
      {
        learner: former[n % former.length] ?? '',
        day: dayOf(today.getTime() - wholeBetween(random, 70, 330) * DAY),
        standard: 'fault-ceiling',
        passed,
      },
      {
        pass,
        low: Math.max(0, pass - 0.18),
        high: Math.min(1, pass + 0.14),
        mocks: wholeBetween(random, 3, 8),
      },
      today,
    );
  }
  for (const [n, { results = [], standard }] of demoLearners.entries())
    for (const [daysAgo, passed] of results)
      await keepResult(
        db,
        uuidFrom(random),
        { learner: learners[n] ?? '', day: dayOf(today.getTime() - daysAgo * DAY), standard, passed },
        { pass: 0.34, low: 0.12, high: 0.6, mocks: 3 },
        today,
      );
}

/** Lessons of two weeks on working days, the booked licence tests, one clash and one gap that is too short. */
export async function seedDiary(
  db: Database,
  today: Date,
  school: {
    readonly learners: readonly string[];
    readonly instructors: readonly string[];
    readonly vehicles: readonly { readonly id: string }[];
    readonly routes: readonly Route[];
  },
): Promise<void> {
  const random = randomFrom(seedOf('diary'));
  const at = (day: number, hour: number, minute = 0): string => {
    const date = new Date(today.getTime() + day * DAY);
    return new Date(
      Date.UTC(date.getUTCFullYear(), date.getUTCMonth(), date.getUTCDate(), hour, minute),
    ).toISOString();
  };
  const places = ['Pellam Cross station', 'Market place', 'Ostrey green', 'Cadder Mill', 'College gate'];
  const book = async (
    n: number,
    startsAt: string,
    minutes: number,
    more: { readonly kind?: 'lesson' | 'test'; readonly place?: number; readonly route?: number } = {},
  ) => {
    const who = demoLearners[n];
    if (!who) return;
    const start = school.routes[(more.route ?? n) % Math.max(1, school.routes.length)]?.line[0];
    await keepLesson(
      db,
      uuidFrom(random),
      school.instructors[who.instructor] ?? '',
      {
        kind: more.kind ?? 'lesson',
        learner: school.learners[n] ?? null,
        vehicle: school.vehicles[who.vehicle]?.id ?? null,
        route:
          more.route === undefined ? null : (school.routes[more.route % school.routes.length]?.id ?? null),
        startsAt,
        minutes,
        zone: ZONE,
        place: places[(more.place ?? n) % places.length] ?? '',
        lat: start?.lat ?? null,
        lon: start?.lon ?? null,
      },
      null,
      today,
    );
  };
  const hours = [8, 10, 13, 15] as const;
  for (let day = -2; day <= 13; day += 1) {
    const weekday = new Date(today.getTime() + day * DAY).getUTCDay();
    if (weekday === 0) continue;
    for (const [slot, hour] of hours.entries()) {
      if (weekday === 6 && slot > 1) continue;
      for (const crew of [0, 1] as const) {
        // The blue car goes from one instructor to the other.
        const blue = crew === 0 ? slot === 1 : slot === 3 && day % 3 === 0;
        const car = blue ? 1 : 2 * crew;
        const mine = demoLearners.flatMap((who, n) =>
          who.instructor === crew && who.testIn !== null && who.vehicle === car ? [n] : [],
        );
        const n = mine[(day + 7 + slot * 3) % mine.length];
        if (n !== undefined && random() < 0.75)
          await book(n, at(day, hour, slot === 1 ? 15 : 0), 90, { route: n + slot });
      }
    }
  }
  for (const [n, { testIn }] of demoLearners.entries())
    if (testIn !== null) await book(n, at(testIn, n % 2 === 0 ? 9 : 14, 12), 60, { kind: 'test', place: 1 });
  // Tomorrow two want the same car at once, and a day later nobody could be in time.
  await book(5, at(1, 9), 60, { place: 3 });
  await book(0, at(2, 17), 60, { place: 0, route: 2 });
  await book(7, at(2, 18, 2), 60, { place: 3, route: 6 });
}
