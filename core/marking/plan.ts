import type { PlanVerdict, Standard } from '../standard';
import { elapsedSeconds } from './clock';
import type { Drive } from './drive';
import { isFixedCourse, manoeuvresDue } from './due';
import { PULL_UP } from './counted';
import { runsOf } from './run';

export type QuestionPart = 'explain' | 'demonstrate';

/** One vehicle safety question that the standard asks, and how far it has come. */
export interface QuestionDue {
  readonly part: QuestionPart;
  /** First, second … of its part, from one. */
  readonly number: number;
  /** What it is called in the log, once it was asked. */
  readonly question: string | null;
  /** The try that comes next, from one; null once it is settled. */
  readonly attempt: number | null;
  readonly right: boolean | null;
}

/** How a question is named in the log when no bank of questions gives it a name. */
export const questionName = ({ part, number }: Pick<QuestionDue, 'part' | 'number'>): string =>
  `${part}-${number}`;

/** The questions of the standard in order, each settled by a right answer or by its last allowed wrong one. */
export function questionsDue(
  { questions }: Standard,
  drive: Pick<Drive, 'questions'>,
): readonly QuestionDue[] {
  if (!questions) return [];
  const allowed = 1 + questions.retries;
  return (['explain', 'demonstrate'] as const).flatMap((part) => {
    // Whatever a question is called in the log, the first one named is the first one asked.
    const named = [
      ...new Set(drive.questions.filter((event) => event.part === part).map((event) => event.question)),
    ];
    return Array.from({ length: questions[part] }, (_, n): QuestionDue => {
      const answers = drive.questions.filter((event) => event.part === part && event.question === named[n]);
      const right = answers.some((event) => event.right);
      const tries = Math.max(0, ...answers.map((event) => event.attempt));
      const settled = right || tries >= allowed;
      return {
        part,
        number: n + 1,
        question: named[n] ?? null,
        attempt: settled ? null : tries + 1,
        right: settled ? right : null,
      };
    });
  });
}

/** Below this share of the planned minutes a drive is incomplete, where the standard does not say (formats.md). */
const LEAST_SHARE = 0.75;

/** One thing of the drive plan: how much of it is done, and how much has to be. */
export interface PlanEntry {
  readonly id: 'minutes' | 'independent' | 'pull-ups' | 'manoeuvres' | 'explain' | 'demonstrate';
  /** Seconds for `minutes` and `independent`, else a count. */
  readonly done: number;
  readonly planned: number;
  /** From here on nothing is missing. */
  readonly least: number;
}

export const isMissing = ({ done, least }: PlanEntry): boolean => done < least;

/** The part of a drive that its plan looks at. */
export type PlannedDrive = Pick<Drive, 'end' | 'manoeuvres' | 'pauses' | 'questions' | 'said' | 'stages'>;

/**
 * The plan of a drive against what has happened. A yard's plan is its course: each manoeuvre, on each side.
 *
 * @param startedAt start of the drive, ISO instant
 * @param now the moment to tell it for, ISO instant; a drive that has ended stops there instead
 */
export function planOf(
  standard: Standard,
  drive: PlannedDrive,
  { startedAt, now }: { readonly startedAt: string; readonly now: string },
): readonly PlanEntry[] {
  const { drive: plan } = standard;
  const share = plan?.leastShare ?? LEAST_SHARE;
  const time = (id: 'minutes' | 'independent', minutes: number | undefined, done: () => number) =>
    minutes ? [{ id, done: done(), planned: 60 * minutes, least: 60 * minutes * share }] : [];
  const count = (
    id: Exclude<PlanEntry['id'], 'minutes' | 'independent'>,
    planned: number,
    done: () => number,
  ) => (planned > 0 ? [{ id, done: done(), planned, least: planned }] : []);
  const asked = (part: QuestionPart) =>
    count(
      part,
      standard.questions?.[part] ?? 0,
      () =>
        questionsDue(standard, drive).filter(
          (question) => question.part === part && question.attempt === null,
        ).length,
    );
  const pullUps = () => drive.said.filter(({ feature }) => feature.kind === PULL_UP).length;
  return [
    ...time('minutes', plan?.minutes, () => elapsedSeconds(drive, startedAt, now)),
    ...time('independent', plan?.independentMinutes, () => stageSeconds(drive, 'independent', now)),
    ...count('pull-ups', plan?.pullUps ?? 0, pullUps),
    ...count('manoeuvres', manoeuvresPlanned(standard), () => manoeuvresDriven(standard, drive)),
    ...asked('explain'),
    ...asked('demonstrate'),
  ];
}

const manoeuvresPlanned = (standard: Standard): number =>
  isFixedCourse(standard) ? manoeuvresDue(standard, []).length : (standard.drive?.manoeuvres?.draw ?? 0);

/** Different manoeuvres of the plan that were driven to their end; one that nobody stopped ended with the drive. */
function manoeuvresDriven(standard: Standard, drive: PlannedDrive): number {
  const over = runsOf(drive).filter(({ stoppedAt }) => stoppedAt !== null || drive.end !== null);
  if (isFixedCourse(standard)) return manoeuvresDue(standard, over).filter(({ done }) => done > 0).length;
  const from = standard.drive?.manoeuvres?.from ?? [];
  const named = over.flatMap(({ manoeuvre }) => {
    const kind = standard.manoeuvres.find(({ id }) => id === manoeuvre)?.kind;
    return from.filter((of) => of === manoeuvre || of === kind).slice(0, 1);
  });
  return new Set(named).size;
}

const missingCodes: Readonly<Record<PlanEntry['id'], string>> = {
  minutes: 'minutes',
  independent: 'independent',
  'pull-ups': 'pull-ups',
  manoeuvres: 'manoeuvre',
  explain: 'explain question',
  demonstrate: 'demonstrate question',
};

/** The plan of a drive as its verdict tells it. */
export function planVerdict(plan: readonly PlanEntry[], end: Drive['end']): PlanVerdict {
  const missing = plan.filter(isMissing).map(({ id }) => missingCodes[id]);
  const counted = end?.counts === true && end.reason !== undefined ? { countedBecause: end.reason } : {};
  return { complete: missing.length === 0, missing, ...(missing.length > 0 ? counted : {}) };
}

/** Seconds that a stage has lasted, pauses left out; a stage that was come back to adds up. Nothing after the end counts. */
export function stageSeconds(
  drive: Pick<Drive, 'end' | 'pauses' | 'stages'>,
  stage: string,
  now: string,
): number {
  const over = drive.end?.at ?? now;
  return drive.stages.reduce((sum, event, n) => {
    if (event.stage !== stage) return sum;
    const next = drive.stages[n + 1]?.at ?? over;
    const until = Date.parse(next) < Date.parse(over) ? next : over;
    return sum + elapsedSeconds({ pauses: drive.pauses, end: null }, event.at, until);
  }, 0);
}
