import 'reflect-metadata';
import { Type } from 'class-transformer';
import { IsArray, IsNumber, IsObject, Max, Min, ValidateNested } from 'class-validator';
import type { Advice } from '../core/coaching';
import type { Recalled } from '../core/questions';
import {
  settingWords,
  type Condition,
  type Evidence,
  type Readiness,
  type ReadinessSettings,
  type ReadinessWord,
  type SchoolRates,
  type Stood,
  type Trust,
  type Strictness,
} from '../core/readiness';
import type { StandardRef } from '../core/standard';
import type { Overrule } from './learner';
import type { Page } from './mock';
import { MayBeMissing } from './rules';

/** Everything from which a learner's chance is worked out in the browser. */
export interface EvidenceView {
  readonly standard: StandardRef & { readonly title: string };
  readonly evidence: readonly Evidence[];
  readonly school: SchoolRates;
  readonly settings: ReadinessSettings;
  /** Answers to safety questions, drilled and in mocks, in time order. */
  readonly answers: readonly Recalled[];
  /** Hours of lessons in the diary from now to the test; null when it holds none. */
  readonly hoursBooked: number | null;
  /** Papers as they stood when the last mock was set up. */
  readonly papersSeen: string | null;
  /** What lists say of it for the booked day, or today: the same word and chance, without what it would take to raise it. */
  readonly brief: Readiness;
}

/** How a learner's chance stood after each of their newest mocks, as it was worked out then. */
export interface PastView extends Page<Stood> {
  /** Mocks of which it is still being worked out. Ask again soon. */
  readonly pending: number;
}

/** How ready everybody is. In a large school what has changed is made part by part. */
export interface ReadinessList extends Page<ReadinessRow> {
  /** Learners whose forecast is still being made: they are missing, or stand with the one before. Ask again soon. */
  readonly pending: number;
}

/** One learner in the list of the school. */
export interface ReadinessRow {
  readonly learner: { readonly id: string; readonly name: string };
  /** Id of who teaches them; null: nobody yet. */
  readonly taughtBy: string | null;
  readonly testDate: string | null;
  readonly standard: (StandardRef & { readonly title: string }) | null;
  readonly word: ReadinessWord;
  readonly overrule: Overrule | null;
  readonly pass: number | null;
  readonly low: number | null;
  readonly high: number | null;
  readonly mocks: number;
  /** When their last mock began; null before the first. */
  readonly lastMock: string | null;
  /** What "ready" still asks for. */
  readonly unmet: readonly Condition[];
  /** The limit that breaks first, in words. */
  readonly breaks: string | null;
}

/** Constants of the judgement; those that are missing are as they ship. */
export class ReadinessConstants implements Partial<ReadinessSettings> {}
for (const [key, [, , least, most]] of Object.entries(settingWords)) {
  const within = { message: `must be a number from ${least} to ${most}` };
  for (const rule of [MayBeMissing(), IsNumber({}, within), Min(least, within), Max(most, within)])
    rule(ReadinessConstants.prototype, key);
}

/** Settings of the judgement of readiness. */
export class SettingsToKeep {
  @IsObject()
  @ValidateNested()
  @Type(() => ReadinessConstants)
  settings!: Partial<ReadinessSettings>;
}

export interface SettingsView {
  readonly settings: ReadinessSettings;
  readonly revision: number;
}

export interface TrustView {
  readonly trust: Trust | null;
  /** Official results of which nothing was foretold. */
  readonly unforetold: number;
  /** How far learners and instructors were apart, by mock and area. */
  readonly ratings: readonly RatingPair[];
}

/** How strict licence tests are against the school's mocks; null without any result that had a mock before it. */
export interface StrictnessView {
  readonly strictness: Strictness | null;
  /** Results that are not counted in yet. Ask again soon. */
  readonly pending: number;
}

/** One area of one mock, rated by both, out of ten. */
export interface RatingPair {
  readonly learner: { readonly id: string; readonly name: string };
  readonly mock: string;
  readonly at: string;
  readonly area: string;
  readonly own: number;
  readonly instructor: number;
}

/** A school's own advice beside the shipped; what it holds is checked by core/coaching. */
export class AdviceToKeep {
  @IsArray()
  advice!: object[];
}

export interface AdviceView {
  /** Only what the school has changed or added. */
  readonly advice: readonly Advice[];
  readonly revision: number;
}
