import 'reflect-metadata';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsObject,
  IsString,
  IsUUID,
  Length,
  Matches,
  ValidateNested,
} from 'class-validator';
import type { DriveAgreement } from '../core/agreement';
import type { DriveEvent, DriveResult, Source } from '../core/marking';
import { MAX_BATCH } from './constants';
import type { Breach, StandardRef } from '../core/standard';
import type { Role } from './roles';
import { DrivenWith } from './drivenWith';
import { IsInstant, IsZone, MayBeMissing, MayBeNull } from './rules';

export class StandardRefBody {
  @IsString()
  @Length(1, 80)
  id!: string;

  @Matches(/^\d+\.\d+\.\d+$/, { message: 'must be a version such as 1.0.0' })
  version!: string;
}

/** Whose mock it is, and how it was driven. */
export class MockFacts extends DrivenWith {
  @IsUUID()
  learner!: string;

  @IsObject()
  @ValidateNested()
  @Type(() => StandardRefBody)
  standard!: StandardRefBody;

  @IsBoolean()
  retest!: boolean;

  @IsInstant()
  startedAt!: string;

  @IsZone()
  zone!: string;
}

export class NewMock extends MockFacts {
  @IsUUID()
  id!: string;

  /** Another mock of the same drive that counts, when this one is only to compare. */
  @MayBeNull()
  @IsUUID()
  beside?: string | null;

  /** Ids of the set-up ticks that were in order. */
  @IsArray()
  @ArrayMaxSize(50)
  @IsString({ each: true })
  @Length(1, 80, { each: true })
  ready!: string[];
}

/** What of a mock can be put right afterwards; its marks are changed by events. */
export class MockChange extends DrivenWith {
  /** Whose it is. */
  @MayBeMissing()
  @IsUUID()
  learner?: string;

  @MayBeMissing()
  @IsInstant()
  startedAt?: string;

  /** About the whole mock, for instructors only. */
  @MayBeMissing()
  @IsString()
  @Length(0, 2_000)
  note?: string;

  /** Another mock of the same drive that counts; null: this one counts. */
  @MayBeNull()
  @IsUUID()
  beside?: string | null;
}

export class EventBatch {
  /** Each is checked by core/marking, as the lines of a log file are. */
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(MAX_BATCH)
  events!: unknown[];
}

export interface MockView {
  readonly id: string;
  readonly learner: { readonly id: string; readonly name: string };
  readonly instructor: { readonly id: string; readonly name: string; readonly role: Role };
  readonly vehicle: { readonly id: string; readonly name: string } | null;
  readonly route: { readonly id: string; readonly title: string } | null;
  readonly standard: StandardRef & { readonly title: string };
  readonly retest: boolean;
  readonly startedAt: string;
  readonly zone: string;
  readonly ready: readonly string[];
  /** About the whole mock, for instructors only. */
  readonly note: string;
  /** Where its marks come from: made in the car, or entered from a sheet, where they have no times of their own. */
  readonly source: Source;
  /** The mock of the same drive that counts, when this one is only to compare. */
  readonly beside: string | null;
  /** Counts changes; its ETag guards against writing over somebody else's. */
  readonly revision: number;
}

/** Another mock of the same drive, and how far it agrees. */
export interface BesideView {
  readonly mock: MockView;
  /** What it came to, and how far it agrees with the mock that was asked for; null while somebody still marks. */
  readonly result: DriveResult | null;
  readonly agreement: DriveAgreement | null;
}

/** A drive that two people marked, in short. */
export interface ComparedDrive {
  readonly learner: { readonly id: string; readonly name: string };
  readonly startedAt: string;
  readonly zone: string;
  readonly first: { readonly mock: string; readonly by: { readonly id: string; readonly name: string } };
  readonly second: { readonly mock: string; readonly by: { readonly id: string; readonly name: string } };
  readonly agreement: Omit<DriveAgreement, 'moments'>;
}

/** A mock in the bin: gone from everywhere else, and after a month for good. */
export interface BinnedMock {
  readonly id: string;
  readonly learner: { readonly id: string; readonly name: string };
  readonly standard: string;
  readonly startedAt: string;
  readonly zone: string;
  readonly removedAt: string;
  /** How many marks and steps it has. */
  readonly events: number;
}

/** So long a mock lies in the bin. */
export const BIN_DAYS = 30;

/** A test in a list, with what its log comes to now. */
export interface MockSummary extends MockView {
  readonly result: DriveResult;
  readonly counts: Readonly<Record<string, number>>;
  readonly points: number;
  readonly unsorted: number;
  readonly ended: boolean;
  /** The breach that came first, if any. */
  readonly firstBreach: Breach | null;
}

/** Which mocks a list shows: by what is left to do, or by how they came out. */
export const mockStates = ['any', 'running', 'flags', 'pass', 'fail'] as const;
export type MockState = (typeof mockStates)[number];

/** An event that was not kept, with the reason; it holds back none of the others. */
export interface RefusedEvent {
  /** Its place in the batch. */
  readonly index: number;
  readonly problems: readonly { readonly path: string; readonly message: string }[];
}

export interface EventsAnswer {
  /** How many of the batch were new. */
  readonly added: number;
  readonly refused: readonly RefusedEvent[];
  /** Highest sequence number held, by device. */
  readonly highest: Readonly<Record<string, number>>;
}

export interface EventsView {
  readonly events: readonly DriveEvent[];
  /** Ask again with `after` set to this for what came since. */
  readonly position: number;
}

/** One page of a list; `next` goes into `cursor` of the next request. */
export interface Page<T> {
  readonly items: readonly T[];
  readonly next: string | null;
}
