import 'reflect-metadata';
import type { Habits } from '../core/marking';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsObject,
  IsString,
  IsUUID,
  Length,
  Matches,
  ValidateNested,
} from 'class-validator';
import { MOST_LEARNERS } from '../core/roster';
import { IsDay, IsName, IsZone, MayBeMissing, MayBeNull } from './rules';

export class NewLearner {
  @IsUUID()
  id!: string;

  @IsString()
  @Length(1, 80)
  @IsName()
  name!: string;

  /** Day of the licence test, when one is booked. It goes into the diary. */
  @MayBeNull()
  @IsDay()
  testDate?: string | null;

  /** Where that day is. */
  @MayBeMissing()
  @IsZone()
  zone?: string;

  /** Who teaches them; whoever adds them when missing. */
  @MayBeMissing()
  @IsUUID()
  instructor?: string;
}

/** What a learner is taught in. */
export const transmissions = ['manual', 'automatic'] as const;

/** How a learner is reached, what they are taught in, and notes; an empty text stands for nothing. */
export class DetailsToKeep {
  @IsString()
  @Length(0, 40)
  phone!: string;

  @IsString()
  @Length(0, 120)
  @Matches(/^$|^[^\s@]+@[^\s@]+$/, { message: 'must be an address such as name@example.org' })
  email!: string;

  /** As standards write it, such as car. */
  @IsString()
  @Length(0, 80)
  licenceClass!: string;

  @IsIn(['', ...transmissions])
  transmission!: '' | (typeof transmissions)[number];

  @IsString()
  @Length(0, 2_000)
  notes!: string;
}

/** One learner of a list that is imported. */
export class ImportedLearner extends NewLearner {
  @IsObject()
  @ValidateNested()
  @Type(() => DetailsToKeep)
  details!: DetailsToKeep;
}

/** Learners of a list, all or none. */
export class LearnersToImport {
  /** Where they come from, for the record of changes. */
  @IsString()
  @Length(1, 200)
  file!: string;

  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(MOST_LEARNERS)
  @ValidateNested({ each: true })
  @Type(() => ImportedLearner)
  learners!: ImportedLearner[];
}

/** A paper that a learner needs on the day. */
export class PaperToKeep {
  @IsString()
  @Length(1, 60)
  @Matches(/\S/, { message: 'must not be blank' })
  title!: string;

  @IsBoolean()
  seen!: boolean;

  /** Last day on which it is good; null when it does not run out. */
  @MayBeNull()
  @IsDay()
  until?: string | null;
}

/** What the instructor holds against the forecast, and why. */
export class OverruleToKeep {
  @IsIn(['ready', 'nearly', 'not yet'])
  word!: 'ready' | 'nearly' | 'not yet';

  @IsString()
  @Length(1, 400)
  @Matches(/\S/, { message: 'must say why' })
  reason!: string;
}

export interface Overrule {
  readonly word: 'ready' | 'nearly' | 'not yet';
  readonly reason: string;
  readonly by: string;
  readonly at: string;
}

export class LearnerChange {
  @MayBeMissing()
  @IsString()
  @Length(1, 80)
  @IsName()
  name?: string;

  @MayBeNull()
  @IsDay()
  testDate?: string | null;

  @MayBeMissing()
  @IsZone()
  zone?: string;

  /** Id of the standard that is prepared for; null: that of the school, else of the last mock. */
  @MayBeNull()
  @IsString()
  @Length(1, 80)
  standard?: string | null;

  @MayBeMissing()
  @IsArray()
  @ArrayMaxSize(12)
  @ValidateNested({ each: true })
  @Type(() => PaperToKeep)
  papers?: PaperToKeep[];

  @MayBeNull()
  @IsObject()
  @ValidateNested()
  @Type(() => OverruleToKeep)
  overrule?: OverruleToKeep | null;

  @MayBeMissing()
  @IsObject()
  @ValidateNested()
  @Type(() => DetailsToKeep)
  details?: DetailsToKeep;

  /** Who teaches them from now on. */
  @MayBeNull()
  @IsUUID()
  instructor?: string | null;

  /** No longer taught here: kept, but out of the lists. */
  @MayBeMissing()
  @IsBoolean()
  left?: boolean;
}

export interface LearnerView {
  readonly id: string;
  readonly name: string;
  readonly testDate: string | null;
  /** The learner's own choice of standard. */
  readonly standard: string | null;
  /** The standard that set-up, forecast, results and routes take: the own one, else the school's, else that of the last mock. */
  readonly preparesFor: string | null;
  readonly papers: readonly PaperToKeep[];
  readonly overrule: Overrule | null;
  readonly details: Readonly<DetailsToKeep>;
  /** Who teaches them; null: nobody yet. */
  readonly instructor: { readonly id: string; readonly name: string } | null;
  readonly left: boolean;
  /** Counts changes; its ETag guards against writing over somebody else's. */
  readonly revision: number;
}

/** A learner in a list. */
export interface ListedLearner extends LearnerView {
  /** When their last mock began; null before the first. */
  readonly lastMock: string | null;
}

/** What would be erased with a learner, and what would be kept without their name. */
export interface ErasureView {
  readonly mocks: number;
  readonly marks: number;
  readonly lessons: number;
  readonly answers: number;
  readonly practiceRuns: number;
  /** Licence test results: kept for forecast accuracy, without name, day or note. */
  readonly resultsKept: number;
}

/** The second step: the name, typed again. */
export class Erasure {
  @IsString()
  @Length(1, 80)
  name!: string;
}

/** A goal that was set at a debrief, for the lessons after it. */
export interface GoalView {
  /** Of the event that set it. */
  readonly id: string;
  readonly mock: string;
  readonly text: string;
  readonly setAt: string;
  /** When it was ticked off, and by whom; null while it stands. */
  readonly reached: { readonly at: string; readonly by: string } | null;
}

export class GoalTick {
  @IsUUID()
  mock!: string;

  @IsBoolean()
  reached!: boolean;
}

/** How learners can be put in order. */
export const learnerSorts = ['name', 'test', 'mock'] as const;
export type LearnerSort = (typeof learnerSorts)[number];

/** How often skills went wrong: in this learner's drives before an instant, and in those of the school. */
export interface HabitsView {
  readonly learner: Habits;
  readonly school: Habits;
}
