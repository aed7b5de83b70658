import { driveOf } from '../marking';
import {
  memoryOf,
  questionSets,
  recallAt,
  recalledInTest,
  wrongChances,
  type Question,
  type Recalled,
} from '../questions';
import { seedOf } from '../random';
import type { Standard } from '../standard';
import type { Evidence, MockDrive } from './evidence';
import { judgeReadiness, type ReadinessJudgement } from './judgement';
import { papersOn, type Paper } from './papers';
import { posteriorOf, type SchoolRates } from './posterior';
import type { ReadinessSettings } from './settings';
import { forecast, forecasting, type Forecast } from './simulate';
import { whatIfs, type WhatIf } from './whatIf';

/** The instant that stands for a day: noon. */
export const noonOf = (day: string): string => `${day}T12:00:00.000Z`;

/**
 * The instant that a forecast is asked for: noon of the booked day; of today where none is booked, or where it is
 * over. Whole days, so that two screens on one day ask the same.
 *
 * @param now ISO instant
 */
export const forecastDay = (testDate: string | null, now: string): string =>
  noonOf(testDate !== null && testDate >= now.slice(0, 10) ? testDate : now.slice(0, 10));

/** Everything that is known of a learner for one test day. */
export interface ReadinessInput {
  readonly learner: string;
  readonly standard: Standard;
  readonly evidence: readonly Evidence[];
  readonly school: SchoolRates;
  readonly settings: ReadinessSettings;
  readonly questions: readonly Pick<Question, 'id' | 'kind'>[];
  readonly answers: readonly Recalled[];
  readonly papers: readonly Paper[];
  readonly papersSeen: string | null;
  /** ISO instant of the test, or of now where no day is known. */
  readonly day: string;
  readonly now: string;
  readonly hours: number;
  readonly brief?: boolean;
}

export interface Readiness extends ReadinessJudgement {
  readonly forecast: Forecast;
  /** Evidence in whole tests, after weighing. */
  readonly tests: number;
  readonly questionsRight: number | null;
  /** The chance after the next mock, however it goes; empty in brief. */
  readonly whatIf: readonly WhatIf[];
}

/** Chances of so many safety questions wrong on a day; null when the standard asks none, or the bank is too small. */
export function questionOdds(
  standard: Standard,
  questions: readonly Pick<Question, 'id' | 'kind'>[],
  answers: readonly Recalled[],
  day: string,
): readonly number[] | null {
  const rule = standard.questions;
  if (!rule || rule.explain + rule.demonstrate === 0) return null;
  let sets;
  try {
    sets = questionSets(questions, rule);
  } catch (error) {
    // Rules that draw many questions make more sets than can be gone through: then their marks have to tell.
    if (error instanceof RangeError) return null;
    throw error;
  }
  if (sets.length === 0) return null;
  const memory = memoryOf(answers);
  const recall = new Map(questions.map(({ id }) => [id, recallAt(memory.get(id), day)]));
  return wrongChances(sets, (id) => recall.get(id) ?? 0);
}

/** What was asked in the mocks themselves, with the answers of drills, in time order. */
export const allAnswers = (mocks: readonly MockDrive[], drilled: readonly Recalled[]): readonly Recalled[] =>
  [
    ...drilled,
    ...mocks.flatMap(({ standard, events }) => recalledInTest(driveOf(standard, events).questions)),
  ].sort((a, b) => a.at.localeCompare(b.at));

/** The chance of passing at several factors on the faults of the test day; all else as `input` has it. */
export function chancesAt(
  factors: readonly number[],
  { learner, standard, evidence, school, settings, questions, answers, day }: ReadinessInput,
): readonly number[] {
  const posterior = posteriorOf(standard, evidence, school, settings, day);
  const wrong = questionOdds(standard, questions, answers, day);
  const seed = seedOf(learner);
  return factors.map(
    (nerves) =>
      forecast({ standard, posterior, settings: { ...settings, nerves }, wrong, hours: 0, seed, brief: true })
        .pass,
  );
}

/** The whole judgement of one learner; yields the share that is done. The same input gives the same numbers. */
export function* workOutReadiness(input: ReadinessInput): Generator<number, Readiness> {
  const { standard, evidence, school, settings, answers, questions, papers, day, now } = input;
  const posterior = posteriorOf(standard, evidence, school, settings, day);
  const wrong = questionOdds(standard, questions, answers, day);
  const seed = seedOf(input.learner);
  const forecast = yield* forecasting({
    standard,
    posterior,
    settings,
    wrong,
    hours: input.hours,
    seed,
    brief: input.brief ?? false,
  });
  const questionsRight = wrong?.[0] ?? null;
  const judged = judgeReadiness(standard, evidence, forecast, {
    tests: posterior.tests,
    questionsRight,
    papers: papersOn(papers, day.slice(0, 10), input.papersSeen),
    settings,
    now,
  });
  const whatIf = input.brief ? [] : whatIfs(input, { wrong, seed });
  return { ...judged, forecast, tests: posterior.tests, questionsRight, whatIf };
}

/** Runs it to its end. */
export function readinessOf(input: ReadinessInput): Readiness {
  const steps = workOutReadiness(input);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}
