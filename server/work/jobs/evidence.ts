import { sort } from 'd3-array';
import { createHash } from 'node:crypto';
import type { LearnerView, ListedLearner, ReadinessRow } from '../../../contract';
import { answersOf, type Recalled } from '../../../core/questions';
import {
  allAnswers,
  forecastDay,
  noonOf,
  readinessOf,
  schoolRates,
  settingsFrom,
  type Evidence,
  type MockDrive,
  type ReadinessInput,
  type ReadinessSettings,
  type SchoolRates,
} from '../../../core/readiness';
import { allLimits, limitTitle, type Standard } from '../../../core/standard';
import {
  answersInMocks,
  drillOf,
  drillStates,
  evidenceUnder,
  forecastsKept,
  headsOfMocks,
  learnerById,
  listLearners,
  listLessons,
  listQuestions,
  mockById,
  mocksByLearner,
  newestStandard,
  ratesKept,
  settingsHeld,
  standardOf,
  WORKED_OUT,
  type Database,
  type HeadOfMock,
  type MadeForecast,
  type MadeRates,
  type ReadEvidence,
} from '../../store';
import type { Found, LearnersEvidence, ListedReadiness } from '../job';
import { partOf } from './partOf';

/** The key under which constants of readiness are kept. */
export const READINESS = 'readiness';

const ALL_LEARNERS = 100_000;
/** So many of each learner's newest mocks are read: more than that weigh next to nothing, and nobody drives so many. */
const MOST_MOCKS = 300;
/** So many of each learner's newest mocks are read for the school's rates, of which two count. */
const NEWEST = 3;
/**
 * Of so many learners, drawn by their ids: the same ones day after day. Their six hundred tests say what is usual nearly
 * as well as all of them; and mocks under another standard, of which a large school has thousands, are read from their
 * logs the first time.
 */
const MOST_LEARNERS = 300;

/** Evidence of the whole school, read as it is asked for. */
export interface School {
  readonly mocksOf: (learner: string, before?: string) => readonly HeadOfMock[];
  /** What mocks tell under a standard, the newest first. */
  readonly under: (standard: Standard, mocks: readonly HeadOfMock[]) => Promise<readonly Evidence[]>;
  /**
   * The school's rates under a standard, from the mocks before a day, as they stood when they were first asked for. So
   * they are the same all day, whatever is marked meanwhile or afterwards; one mock more or fewer makes them anew.
   */
  readonly rates: (standard: Standard, day: string) => Rates;
  /** What was worked out on the way and isn't kept yet. */
  readonly found: Found;
}

export const NOTHING_FOUND: Found = { evidence: [], rates: [] };

interface Rates {
  /** What they are worked out from. */
  readonly from: string;
  readonly told: () => Promise<SchoolRates>;
}

async function schoolOf(db: Database): Promise<School> {
  const byLearner = new Map<string, HeadOfMock[]>();
  for (const head of await headsOfMocks(db)) {
    const kin = byLearner.get(head.learner);
    if (!kin) byLearner.set(head.learner, [head]);
    else if (kin.length < MOST_MOCKS) kin.push(head);
  }
  const read = new Map<Standard, Map<string, Evidence>>();
  const found = { evidence: [] as ReadEvidence[], rates: [] as MadeRates[] };
  const under = async (standard: Standard, mocks: readonly HeadOfMock[]) => {
    const known = read.get(standard) ?? new Map<string, Evidence>();
    read.set(standard, known);
    const asked = mocks.flatMap(({ id }) => (known.has(id) ? [] : [id]));
    if (asked.length > 0) {
      const { evidence: told, fresh } = await evidenceUnder(db, standard, asked);
      for (const [id, evidence] of told) known.set(id, evidence);
      found.evidence.push(...fresh);
    }
    return mocks.flatMap(({ id }) => known.get(id) ?? []);
  };
  const ratesOf = (standard: Standard, day: string): Rates => {
    const newest = mocksForRates(byLearner, day);
    const from = hashOf([WORKED_OUT, standard.id, standard.version, day, newest.flat().map(({ id }) => id)]);
    const make = async () => {
      const known = await ratesKept(db, from);
      if (known) return known;
      await under(standard, newest.flat());
      const rates = schoolRates(standard, await Promise.all(newest.map((mocks) => under(standard, mocks))));
      found.rates.push({ from, rates });
      return rates;
    };
    let made: Promise<SchoolRates> | null = null;
    return { from, told: () => (made ??= make()) };
  };
  const asked = new Map<string, Rates>();
  return {
    mocksOf: (learner, day = '9999') => before(byLearner.get(learner) ?? [], day),
    under,
    rates: (standard, day) => {
      const which = `${standard.id} ${standard.version} ${day}`;
      const rates = asked.get(which) ?? ratesOf(standard, day);
      asked.set(which, rates);
      return rates;
    },
    found,
  };
}

const before = (mocks: readonly HeadOfMock[], day: string): readonly HeadOfMock[] =>
  mocks.filter(({ startedAt }) => startedAt.slice(0, 10) < day);

/** The newest mocks before a day of each learner whose mocks count for the school's rates. */
export function mocksForRates(
  byLearner: ReadonlyMap<string, readonly HeadOfMock[]>,
  day: string,
): readonly (readonly HeadOfMock[])[] {
  const drove = [...byLearner].flatMap(([learner, mocks]) => {
    const newest = before(mocks, day).slice(0, NEWEST);
    return newest.length > 0 ? [{ learner, newest }] : [];
  });
  const drawn =
    drove.length > MOST_LEARNERS
      ? sort(drove, ({ learner }) => hashOf(learner)).slice(0, MOST_LEARNERS)
      : drove;
  return drawn.map(({ newest }) => newest);
}

export const stateOf = ({ id, revision, position }: HeadOfMock): string => `${id} ${revision} ${position}`;

export const hashOf = (what: unknown): string =>
  createHash('sha256').update(JSON.stringify(what)).digest('base64');

/** When all papers were last seen in setting up a mock: the last one, if they were. */
async function papersSeenOf(db: Database, [last]: readonly HeadOfMock[]): Promise<string | null> {
  const mock = last ? await mockById(db, last.id) : null;
  const standard = mock && (await standardOf(db, mock.standard));
  if (!mock || !standard || standard.checks.length === 0) return null;
  return standard.checks.every(({ id }) => mock.ready.includes(id)) ? mock.startedAt : null;
}

/** The standard that a learner prepares for, in its newest version. */
const targetOf = async (db: Database, { preparesFor }: LearnerView): Promise<Standard | null> =>
  preparesFor === null ? null : newestStandard(db, preparesFor);

/** Answers to safety questions, drilled and in mocks, in time order. */
export async function answersFor(
  db: Database,
  learner: string,
  mocks: readonly HeadOfMock[],
): Promise<readonly Recalled[]> {
  const drilled = answersOf(await drillOf(db, learner));
  const asked = await answersInMocks(
    db,
    mocks.map(({ id }) => id),
  );
  return [...drilled, ...asked].sort((a, b) => a.at.localeCompare(b.at));
}

async function settingsNow(db: Database): Promise<ReadinessSettings> {
  return settingsFrom((await settingsHeld(db, READINESS)).body);
}

async function askable(db: Database): Promise<ReadinessInput['questions']> {
  return (await listQuestions(db))
    .filter(({ enabled }) => enabled)
    .map(({ question: { id, kind } }) => ({ id, kind }));
}

/** What forecasts lean on besides their learner, asked for once. */
export const wholeSchool = async (db: Database) => ({
  school: await schoolOf(db),
  settings: await settingsNow(db),
  questions: await askable(db),
});

/** So long forecasts are made for one answer, in milliseconds; the others come with the next. */
const MOST_TIME = 500;
/** So few are made whole. */
const FEW = 16;

/** How ready each learner of the school is: kept forecasts, and as many new ones as there is time for. */
export async function readinessList(db: Database, now: string): Promise<ListedReadiness> {
  const { school, settings, questions } = await wholeSchool(db);
  const counts = await mocksByLearner(db);
  const drilled = await drillStates(db);
  const kept = await forecastsKept(db);
  const day = now.slice(0, 10);
  const learners = (await listLearners(db, { limit: ALL_LEARNERS, after: null })).map(
    ({ learner }) => learner,
  );
  const common = hashOf([FORECASTS, day, questions, settings]);
  const rows = new Map<string, ReadinessRow>();
  const stale: {
    readonly learner: ListedLearner;
    readonly standard: Standard | null;
    readonly from: string;
  }[] = [];
  for (const learner of learners) {
    const standard = await targetOf(db, learner);
    const from = hashOf([
      common,
      learner.revision,
      learner.instructor,
      standard ? [standard.id, standard.version, school.rates(standard, day).from] : null,
      school.mocksOf(learner.id).map(stateOf),
      counts.get(learner.id) ?? 0,
      learner.lastMock,
      drilled.get(learner.id) ?? 0,
    ]);
    const own = kept.get(learner.id);
    if (own) rows.set(learner.id, own.row);
    if (own?.from !== from) stale.push({ learner, standard, from });
  }
  // Whoever has none yet comes first; of those one standard after another, for the school's rates under each take long.
  const later = ({ learner, standard }: (typeof stale)[number]) =>
    `${Number(rows.has(learner.id))} ${standard?.id ?? ''}`;
  stale.sort((a, b) => later(a).localeCompare(later(b)));
  const goOn = partOf(stale.length, FEW, MOST_TIME);
  const forecasts: MadeForecast[] = [];
  for (const { learner, standard, from } of stale) {
    if (!goOn(forecasts.length)) break;
    const row = await rowOf(db, { school, settings, questions, counts, now }, learner, standard);
    rows.set(learner.id, row);
    forecasts.push({ learner: learner.id, from, row });
  }
  return {
    rows: learners.flatMap(({ id }) => rows.get(id) ?? []),
    pending: stale.length - forecasts.length,
    forecasts,
    found: school.found,
  };
}

/** Grows whenever the same evidence gives another row; kept rows are of one day in any case. */
export const FORECASTS = 1;

interface ForRows {
  readonly school: School;
  readonly settings: ReadinessSettings;
  readonly questions: ReadinessInput['questions'];
  readonly counts: ReadonlyMap<string, number>;
  readonly now: string;
}

/** What a list asks of a learner: their chance on the booked day, or today. */
export async function briefInput(
  db: Database,
  { school, settings, questions, now }: Omit<ForRows, 'counts'>,
  { id, papers, testDate }: Pick<LearnerView, 'id' | 'papers' | 'testDate'>,
  standard: Standard,
): Promise<ReadinessInput> {
  const mocks = school.mocksOf(id);
  return {
    learner: id,
    standard,
    evidence: await school.under(standard, mocks),
    school: await school.rates(standard, now.slice(0, 10)).told(),
    settings,
    questions,
    answers: await answersFor(db, id, mocks),
    papers,
    papersSeen: await papersSeenOf(db, mocks),
    day: forecastDay(testDate, now),
    now,
    hours: 0,
    brief: true,
  };
}

async function rowOf(
  db: Database,
  { school, settings, questions, counts, now }: ForRows,
  learner: ListedLearner,
  standard: Standard | null,
): Promise<ReadinessRow> {
  const { id, name, testDate, overrule, lastMock } = learner;
  const who = {
    learner: { id, name },
    taughtBy: learner.instructor?.id ?? null,
    testDate,
    overrule,
    lastMock,
    mocks: counts.get(id) ?? 0,
  };
  if (!standard)
    return {
      ...who,
      standard: null,
      word: 'too little evidence',
      pass: null,
      low: null,
      high: null,
      unmet: [],
      breaks: null,
    };
  const readiness = readinessOf(
    await briefInput(db, { school, settings, questions, now }, learner, standard),
  );
  const { pass, low, high, broken } = readiness.forecast;
  const first = allLimits(standard).find(({ limit }) => limit.id === broken[0]?.limit)?.limit;
  return {
    ...who,
    standard: { id: standard.id, version: standard.version, title: standard.title },
    word: readiness.word,
    pass,
    low,
    high,
    unmet: readiness.conditions.filter(({ met }) => !met),
    breaks: first ? limitTitle(standard, first) : null,
  };
}

/**
 * A learner, and under what they are asked about.
 *
 * @param standardId of another standard than the one prepared for; null for that
 * @returns null when there is no such learner, or no standard to ask under
 */
export async function whoUnder(
  db: Database,
  learnerId: string,
  standardId: string | null,
): Promise<{ readonly learner: LearnerView; readonly standard: Standard } | null> {
  const learner = await learnerById(db, learnerId);
  const standard =
    learner && (standardId === null ? await targetOf(db, learner) : await newestStandard(db, standardId));
  return learner && standard && { learner, standard };
}

/**
 * What is needed to work out one learner's chance elsewhere.
 *
 * @param standardId of another standard than the one prepared for; null for that
 * @returns view null when there is no such learner, or no standard to ask under
 */
export async function evidenceFor(
  db: Database,
  learnerId: string,
  standardId: string | null,
  now: string,
): Promise<LearnersEvidence> {
  const who = await whoUnder(db, learnerId, standardId);
  if (!who) return { view: null, found: NOTHING_FOUND };
  const { learner, standard } = who;
  const { school, settings, questions } = await wholeSchool(db);
  const input = await briefInput(db, { school, settings, questions, now }, learner, standard);
  const view = {
    standard: { id: standard.id, version: standard.version, title: standard.title },
    evidence: input.evidence,
    school: input.school,
    settings,
    answers: input.answers,
    hoursBooked: await hoursBooked(db, learner, now),
    papersSeen: input.papersSeen,
    brief: readinessOf(input),
  };
  return { view, found: school.found };
}

/** Hours of lessons from now to the test; null when the diary holds none. */
async function hoursBooked(db: Database, { id, testDate }: LearnerView, now: string): Promise<number | null> {
  const until = testDate !== null && testDate >= now.slice(0, 10) ? noonOf(testDate) : '9999';
  const lessons = await listLessons(db, { from: now, until, learner: id });
  const minutes = lessons
    .filter(({ kind }) => kind === 'lesson')
    .reduce((sum, lesson) => sum + lesson.minutes, 0);
  return minutes === 0 ? null : minutes / 60;
}

/** What a school holds that a forecast from log files leans on. */
export type Prior = Pick<
  ReadinessInput,
  'school' | 'settings' | 'questions' | 'answers' | 'papers' | 'papersSeen'
>;

/**
 * The school's rates, constants, questions, and what it knows of one learner besides the mocks that are given.
 *
 * @param mocks of this learner, with the safety questions that were asked in them
 * @param day the rates are those of the mocks before it
 */
export async function priorFor(
  db: Database,
  standard: Standard,
  learnerId: string,
  mocks: readonly MockDrive[],
  day: string,
): Promise<Prior> {
  const { school, settings, questions } = await wholeSchool(db);
  return {
    school: await school.rates(standard, day).told(),
    settings,
    questions,
    answers: allAnswers(mocks, answersOf(await drillOf(db, learnerId))),
    papers: (await learnerById(db, learnerId))?.papers ?? [],
    papersSeen: await papersSeenOf(db, school.mocksOf(learnerId)),
  };
}
