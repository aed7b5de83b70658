import type { ResultView } from '../../../contract';
import {
  chancesAt,
  noonOf,
  readinessOf,
  STRICTNESS,
  stoodAt,
  strictnessOf,
  type ReadinessInput,
  type Stood,
} from '../../../core/readiness';
import {
  learnerById,
  listResults,
  newestStandard,
  pastKept,
  type Database,
  type MadePast,
} from '../../store';
import type { ToldPast, ToldStrictness } from '../job';
import {
  answersFor,
  briefInput,
  FORECASTS,
  hashOf,
  NOTHING_FOUND,
  stateOf,
  wholeSchool,
  whoUnder,
} from './evidence';
import { partOf } from './partOf';

/** What was known of a learner before a day, as a forecast of that day takes it; null without any mock. */
async function knownBefore(
  db: Database,
  { school, settings, questions }: Awaited<ReturnType<typeof wholeSchool>>,
  learnerId: string,
  standardId: string,
  day: string,
  /** The school's rates are those of the mocks before it. */
  ratesDay = day,
): Promise<ReadinessInput | null> {
  const learner = await learnerById(db, learnerId);
  const standard = await newestStandard(db, standardId);
  if (!learner || !standard) return null;
  const mocks = school.mocksOf(learnerId, day);
  const evidence = (await school.under(standard, mocks)).filter(
    ({ exposure, done }) => exposure > 0 || done.length > 0,
  );
  if (evidence.length === 0) return null;
  const answers = await answersFor(db, learnerId, mocks);
  return {
    learner: learnerId,
    standard,
    evidence,
    school: await school.rates(standard, ratesDay).told(),
    settings,
    questions,
    answers: answers.filter(({ at }) => at.slice(0, 10) < day),
    papers: learner.papers,
    papersSeen: null,
    day: noonOf(day),
    now: noonOf(day),
    hours: 0,
    brief: true,
  };
}

/** What would have been said of a test before its day, from the mocks before it; null without any. */
export async function foretell(
  db: Database,
  learnerId: string,
  standardId: string,
  day: string,
): Promise<ResultView['foretold']> {
  const known = await knownBefore(db, await wholeSchool(db), learnerId, standardId, day);
  if (!known) return null;
  const { pass, low, high } = readinessOf(known).forecast;
  return { pass, low, high, mocks: known.evidence.length };
}

/** A forecast of the past is made anew when its mock, or one of so many before it, has changed. */
const WATCHED = 100;
/** So many of the newest mocks have one. */
const SHOWN = 200;
/** So long forecasts are made for one answer, in milliseconds; the others come with the next. */
const MOST_TIME = 800;
/** So few are made whole. */
const FEW = 10;

/** Makes what isn't kept, as far as there is time. @returns what there is now, what of it is new, and how much is left */
async function made<T>(
  db: Database,
  wanted: readonly Omit<MadePast, 'body'>[],
  make: (n: number) => Promise<T> | T,
): Promise<{
  readonly held: ReadonlyMap<string, T>;
  readonly made: readonly MadePast[];
  readonly pending: number;
}> {
  const held = new Map(await pastKept<T>(db, wanted));
  const missing = [...wanted.entries()].filter(([, { what }]) => !held.has(what));
  const goOn = partOf(missing.length, FEW, MOST_TIME);
  const fresh: MadePast[] = [];
  for (const [n, one] of missing) {
    if (!goOn(fresh.length)) break;
    const body = await make(n);
    held.set(one.what, body);
    fresh.push({ ...one, body });
  }
  return { held, made: fresh, pending: missing.length - fresh.length };
}

/**
 * How a learner's chance stood after each of their newest mocks, for a test on that day. It is worked out once, with the
 * school's rates of the day on which it is, and kept.
 *
 * @param standardId of another standard than the one prepared for; null for that
 */
export async function pastOf(
  db: Database,
  learnerId: string,
  standardId: string | null,
  now: string,
): Promise<ToldPast> {
  const who = await whoUnder(db, learnerId, standardId);
  if (!who) return { view: null, made: [], found: NOTHING_FOUND };
  const { learner, standard } = who;
  const { school, settings, questions } = await wholeSchool(db);
  const input = await briefInput(db, { school, settings, questions, now }, learner, standard);
  const told = new Set(input.evidence.map(({ mock }) => mock));
  const heads = school.mocksOf(learnerId).filter(({ id }) => told.has(id));
  const common = hashOf([FORECASTS, standard.id, standard.version, settings]);
  const wanted = heads.slice(0, SHOWN).map(({ id }, n) => ({
    learner: learnerId,
    what: `after ${id} under ${standard.id}`,
    from: hashOf([common, heads.slice(n, n + WATCHED).map(stateOf)]),
  }));
  const {
    held,
    made: fresh,
    pending,
  } = await made<Stood>(db, wanted, (n) => stoodAt(input, heads[n]?.startedAt ?? now));
  const items = wanted.flatMap(({ what }) => held.get(what) ?? []).reverse();
  return { view: { items, next: null, pending }, made: fresh, found: school.found };
}

/** So many of the newest results tell how strict tests are now; so many learners are drawn for each. */
const RESULTS = 60;
const DRAWN = 80;

/** How strict licence tests are against the school's mocks, from its newest results; null without any. */
export async function strictness(db: Database): Promise<ToldStrictness> {
  const before = await wholeSchool(db);
  const settings = { ...before.settings, outer: DRAWN };
  const results = (await listResults(db, null)).slice(0, RESULTS);
  // It is asked at other nerves than those that are set.
  const common = hashOf([FORECASTS, { ...settings, nerves: null }, STRICTNESS]);
  const wanted: Omit<MadePast, 'body'>[] = [];
  for (const { id, learner, standard, day } of results) {
    const { version } = (await newestStandard(db, standard)) ?? { version: null };
    const mocks = before.school.mocksOf(learner.id, day).slice(0, WATCHED);
    const from = hashOf([common, standard, version, day, mocks.map(stateOf)]);
    wanted.push({ learner: learner.id, what: `result ${id}`, from });
  }
  const {
    held,
    made: fresh,
    pending,
  } = await made<Asked>(db, wanted, async (n) => {
    const result = results[n];
    if (!result) return { chances: null };
    const { learner, standard, day } = result;
    // The rates of a month are as good for this, and far fewer.
    const month = `${day.slice(0, 7)}-01`;
    const known = await knownBefore(db, { ...before, settings }, learner.id, standard, day, month);
    return { chances: known && chancesAt(STRICTNESS, known) };
  });
  const taken = results.flatMap(({ id, passed }) => {
    const chances = held.get(`result ${id}`)?.chances;
    return chances ? [{ chances, passed }] : [];
  });
  return { view: { strictness: strictnessOf(taken), pending }, made: fresh, found: before.school.found };
}

/** Chances of passing at each strictness; null where the learner had no mock before the test. */
interface Asked {
  readonly chances: readonly number[] | null;
}
