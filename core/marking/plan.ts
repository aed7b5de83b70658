import { kindOfFeature } from '../route';
import type { Standard } from '../standard';
import { elapsedSeconds } from './clock';
import type { Drive } from './drive';
import { runsOf } from './run';

/** Directions that are counted against the plan of a drive, as the `feature` of what was said. */
export const PULL_UP = 'pull-up';
export const HILL_START = 'hill-start';
/** A note that begins so is a goal for the next lesson, which the learner sees too. */
export const GOAL = 'Goal: ';

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

/** One thing of the drive plan: how much of it is done. */
export interface PlanEntry {
  readonly id: 'independent' | 'pull-ups' | 'manoeuvres' | 'questions' | 'minutes';
  readonly done: number;
  readonly planned: number;
  readonly unit: 'min' | '';
}

/**
 * The plan of a drive against what has happened.
 *
 * @param startedAt start of the drive, ISO instant
 * @param now the moment to tell it for, ISO instant
 */
export function planOf(
  standard: Standard,
  drive: Drive,
  { startedAt, now }: { readonly startedAt: string; readonly now: string },
): readonly PlanEntry[] {
  const { drive: plan } = standard;
  const questions = questionsDue(standard, drive);
  const minutes = (seconds: number) => Math.floor(seconds / 60);
  const runs = runsOf(drive).filter(({ stoppedAt }) => stoppedAt !== null);
  const drawn = runs.filter(({ manoeuvre }) => {
    const kind = standard.manoeuvres.find(({ id }) => id === manoeuvre)?.kind ?? '';
    return plan?.manoeuvres?.from.some((from) => from === manoeuvre || from === kind);
  });
  const entries: readonly (PlanEntry | null)[] = [
    plan?.minutes
      ? {
          id: 'minutes',
          done: minutes(elapsedSeconds(drive, startedAt, now)),
          planned: plan.minutes,
          unit: 'min',
        }
      : null,
    plan?.independentMinutes
      ? {
          id: 'independent',
          done: minutes(stageSeconds(drive, 'independent', now)),
          planned: plan.independentMinutes,
          unit: 'min',
        }
      : null,
    plan?.pullUps
      ? {
          id: 'pull-ups',
          done: drive.said.filter(({ feature }) => kindOfFeature(feature) === PULL_UP).length,
          planned: plan.pullUps,
          unit: '',
        }
      : null,
    plan?.manoeuvres?.draw
      ? { id: 'manoeuvres', done: drawn.length, planned: plan.manoeuvres.draw, unit: '' }
      : null,
    questions.length > 0
      ? {
          id: 'questions',
          done: questions.filter(({ attempt }) => attempt === null).length,
          planned: questions.length,
          unit: '',
        }
      : null,
  ];
  return entries.filter((entry) => entry !== null);
}

/** Seconds that a stage has lasted, pauses left out; a stage that was come back to adds up. */
export function stageSeconds(drive: Drive, stage: string, now: string): number {
  return drive.stages.reduce((sum, event, n) => {
    if (event.stage !== stage) return sum;
    const until = drive.stages[n + 1]?.at ?? drive.end?.at ?? now;
    const pauses = drive.pauses.filter(({ at }) => at >= event.at && at < until);
    return sum + elapsedSeconds({ pauses, end: null }, event.at, until);
  }, 0);
}

/** Goals for the next lesson, as they were set at the kerb. */
export const goalsOf = ({
  notes,
}: Pick<Drive, 'notes'>): readonly { readonly id: string; readonly text: string }[] =>
  notes.flatMap(({ id, text }) => (text.startsWith(GOAL) ? [{ id, text: text.slice(GOAL.length) }] : []));
