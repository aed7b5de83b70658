import type { EvidenceView, LearnerView, ReadinessRow, ResultView } from '../../../contract';
import { answersOf, type Recalled } from '../../../core/questions';
import {
  allAnswers,
  chancesAt,
  evidenceOf,
  forecastDay,
  noonOf,
  readinessOf,
  schoolRates,
  STRICTNESS,
  strictnessOf,
  settingsFrom,
  type Evidence,
  type MockDrive,
  type ReadinessInput,
  type ReadinessSettings,
  type SchoolRates,
  type Strictness,
} from '../../../core/readiness';
import { allLimits, limitTitle, type Standard } from '../../../core/standard';
import {
  drillOf,
  drivesOfSchool,
  learnerById,
  listLearners,
  listLessons,
  listQuestions,
  listResults,
  mocksByLearner,
  newestStandard,
  settingsHeld,
  type Database,
} from '../../store';

/** The key under which constants of readiness are kept. */
export const READINESS = 'readiness';

const ALL_LEARNERS = 100_000;

/** Mocks of everybody with their logs, and when all papers were last seen in setting one up. */
interface SchoolDrives {
  readonly byLearner: ReadonlyMap<string, readonly MockDrive[]>;
  readonly papersSeen: ReadonlyMap<string, string>;
}

/** So many of each learner's newest mocks are read: more than that weigh next to nothing, and nobody drives so many. */
const MOST_MOCKS = 300;

async function schoolDrives(db: Database): Promise<SchoolDrives> {
  const byLearner = new Map<string, MockDrive[]>();
  const papersSeen = new Map<string, string>();
  for await (const { drives } of drivesOfSchool(db, MOST_MOCKS))
    for (const { mock, standard, events } of drives) {
      const drive: MockDrive = {
        mock: mock.id,
        startedAt: mock.startedAt,
        route: mock.route?.id ?? null,
        retest: mock.retest,
        standard,
        events,
        onPaper: mock.source === 'paper',
      };
      const kin = byLearner.get(mock.learner.id);
      if (kin) kin.push(drive);
      else byLearner.set(mock.learner.id, [drive]);
      const complete =
        standard.checks.length > 0 && standard.checks.every(({ id }) => mock.ready.includes(id));
      // Newest first: the first mock of a learner is the last one driven.
      if (complete && kin === undefined) papersSeen.set(mock.learner.id, mock.startedAt);
    }
  return { byLearner, papersSeen };
}

/** The standard that a learner prepares for, in its newest version. */
const targetOf = async (db: Database, { preparesFor }: LearnerView): Promise<Standard | null> =>
  preparesFor === null ? null : newestStandard(db, preparesFor);

async function answersFor(
  db: Database,
  learner: string,
  mocks: readonly MockDrive[],
): Promise<readonly Recalled[]> {
  return allAnswers(mocks, answersOf(await drillOf(db, learner)));
}

/** So many of each learner's newest mocks are read for the school's rates, of which two count. */
const NEWEST = 3;

/** Mocks as they were read under a standard. */
type ReadBefore = Map<Standard, Map<MockDrive, Evidence>>;

/** Reads mocks under a standard, each once. @param read by earlier readers of the same mocks */
function reader(drives: SchoolDrives, read: ReadBefore = new Map()) {
  const rates = new Map<Standard, SchoolRates>();
  const under = (standard: Standard, mocks: readonly MockDrive[]): readonly Evidence[] => {
    const known = read.get(standard) ?? new Map<MockDrive, Evidence>();
    read.set(standard, known);
    return mocks.map((mock) => {
      const evidence = known.get(mock) ?? evidenceOf(standard, mock);
      known.set(mock, evidence);
      return evidence;
    });
  };
  return {
    of: (standard: Standard, learner: string) => under(standard, drives.byLearner.get(learner) ?? []),
    school: (standard: Standard): SchoolRates => {
      const known = rates.get(standard);
      if (known) return known;
      const fresh = schoolRates(
        standard,
        [...drives.byLearner.values()].map((mocks) => under(standard, mocks.slice(0, NEWEST))),
      );
      rates.set(standard, fresh);
      return fresh;
    },
  };
}

async function settingsNow(db: Database): Promise<ReadinessSettings> {
  return settingsFrom((await settingsHeld(db, READINESS)).body);
}

async function askable(db: Database): Promise<ReadinessInput['questions']> {
  return (await listQuestions(db))
    .filter(({ enabled }) => enabled)
    .map(({ question: { id, kind } }) => ({ id, kind }));
}

/** How ready each learner of the school is. */
export async function readinessList(db: Database, now: string): Promise<ReadinessRow[]> {
  const drives = await schoolDrives(db);
  const { of, school } = reader(drives);
  const settings = await settingsNow(db);
  const questions = await askable(db);
  const counts = await mocksByLearner(db);
  const rows: ReadinessRow[] = [];
  for (const { learner } of await listLearners(db, { limit: ALL_LEARNERS, after: null })) {
    const mocks = drives.byLearner.get(learner.id) ?? [];
    const standard = await targetOf(db, learner);
    const { id, name, testDate, overrule, lastMock } = learner;
    const taughtBy = learner.instructor?.id ?? null;
    const who = {
      learner: { id, name },
      taughtBy,
      testDate,
      overrule,
      lastMock,
      mocks: counts.get(id) ?? 0,
    };
    if (!standard) {
      rows.push({
        ...who,
        standard: null,
        word: 'too little evidence',
        pass: null,
        low: null,
        high: null,
        unmet: [],
        breaks: null,
      });
      continue;
    }
    const readiness = readinessOf({
      learner: id,
      standard,
      evidence: of(standard, id),
      school: school(standard),
      settings,
      questions,
      answers: await answersFor(db, id, mocks),
      papers: learner.papers,
      papersSeen: drives.papersSeen.get(id) ?? null,
      day: forecastDay(testDate, now),
      now,
      hours: 0,
      brief: true,
    });
    const { pass, low, high, broken } = readiness.forecast;
    const first = allLimits(standard).find(({ limit }) => limit.id === broken[0]?.limit)?.limit;
    rows.push({
      ...who,
      standard: { id: standard.id, version: standard.version, title: standard.title },
      word: readiness.word,
      pass,
      low,
      high,
      unmet: readiness.conditions.filter(({ met }) => !met),
      breaks: first ? limitTitle(standard, first) : null,
    });
  }
  return rows;
}

/**
 * What is needed to work out one learner's chance elsewhere.
 *
 * @param standardId of another standard than the one prepared for; null for that
 * @returns null when there is no such learner, or no standard to ask under
 */
export async function evidenceFor(
  db: Database,
  learnerId: string,
  standardId: string | null,
  now: string,
): Promise<EvidenceView | null> {
  const learner = await learnerById(db, learnerId);
  if (!learner) return null;
  const drives = await schoolDrives(db);
  const mocks = drives.byLearner.get(learnerId) ?? [];
  const standard = standardId === null ? await targetOf(db, learner) : await newestStandard(db, standardId);
  if (!standard) return null;
  const { of, school } = reader(drives);
  return {
    standard: { id: standard.id, version: standard.version, title: standard.title },
    evidence: of(standard, learnerId),
    school: school(standard),
    settings: await settingsNow(db),
    answers: await answersFor(db, learnerId, mocks),
    hoursBooked: await hoursBooked(db, learner, now),
    papersSeen: drives.papersSeen.get(learnerId) ?? null,
  };
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
 */
export async function priorFor(
  db: Database,
  standard: Standard,
  learnerId: string,
  mocks: readonly MockDrive[],
): Promise<Prior> {
  const drives = await schoolDrives(db);
  return {
    school: reader(drives).school(standard),
    settings: await settingsNow(db),
    questions: await askable(db),
    answers: await answersFor(db, learnerId, mocks),
    papers: (await learnerById(db, learnerId))?.papers ?? [],
    papersSeen: drives.papersSeen.get(learnerId) ?? null,
  };
}

/** What a school holds for forecasts of days that are over, asked for once. */
async function schoolBefore(db: Database) {
  return {
    drives: await schoolDrives(db),
    read: new Map() as ReadBefore,
    settings: await settingsNow(db),
    questions: await askable(db),
  };
}

/** What was known of a learner before a day, as a forecast of that day takes it; null without any mock. */
async function knownBefore(
  db: Database,
  { drives, read, settings, questions }: Awaited<ReturnType<typeof schoolBefore>>,
  learnerId: string,
  standardId: string,
  day: string,
): Promise<ReadinessInput | null> {
  const learner = await learnerById(db, learnerId);
  const standard = await newestStandard(db, standardId);
  if (!learner || !standard) return null;
  const before = (mocks: readonly MockDrive[]) =>
    mocks.filter(({ startedAt }) => startedAt.slice(0, 10) < day);
  const byLearner = new Map([...drives.byLearner].map(([id, mocks]) => [id, before(mocks)]));
  const mocks = byLearner.get(learnerId) ?? [];
  const { of, school } = reader({ ...drives, byLearner }, read);
  const evidence = of(standard, learnerId).filter(({ exposure, done }) => exposure > 0 || done.length > 0);
  if (evidence.length === 0) return null;
  const answers = await answersFor(db, learnerId, mocks);
  return {
    learner: learnerId,
    standard,
    evidence,
    school: school(standard),
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
  const known = await knownBefore(db, await schoolBefore(db), learnerId, standardId, day);
  if (!known) return null;
  const { pass, low, high } = readinessOf(known).forecast;
  return { pass, low, high, mocks: known.evidence.length };
}

/** So many of the newest results tell how strict tests are now; so many learners are drawn for each. */
const RESULTS = 60;
const DRAWN = 80;

/** How strict licence tests are against the school's mocks, from its newest results; null without any. */
export async function strictness(db: Database): Promise<Strictness | null> {
  const before = await schoolBefore(db);
  const settings = { ...before.settings, outer: DRAWN };
  const taken = [];
  for (const { learner, standard, day, passed } of (await listResults(db, null)).slice(0, RESULTS)) {
    const known = await knownBefore(db, { ...before, settings }, learner.id, standard, day);
    if (!known) continue;
    const chances = chancesAt(STRICTNESS, known);
    taken.push({ chances, passed });
  }
  return strictnessOf(taken);
}
