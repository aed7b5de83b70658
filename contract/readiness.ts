import 'reflect-metadata';
import { IsArray, IsObject } from 'class-validator';
import type { Advice } from '../core/coaching';
import type { Recalled } from '../core/questions';
import type {
  Condition,
  Evidence,
  ReadinessSettings,
  ReadinessWord,
  SchoolRates,
  Trust,
} from '../core/readiness';
import type { StandardRef } from '../core/standard';
import type { Overrule } from './learner';

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
}

/** One learner in the list of the school. */
export interface ReadinessRow {
  readonly learner: { readonly id: string; readonly name: string };
  readonly testDate: string | null;
  readonly standard: (StandardRef & { readonly title: string }) | null;
  readonly word: ReadinessWord;
  readonly overrule: Overrule | null;
  readonly pass: number | null;
  readonly low: number | null;
  readonly high: number | null;
  readonly mocks: number;
  /** What "ready" still asks for. */
  readonly unmet: readonly Condition[];
  /** The limit that breaks first, in words. */
  readonly breaks: string | null;
}

/** Settings of the judgement; what they may be is checked by core/readiness. */
export class SettingsToKeep {
  @IsObject()
  settings!: object;
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
