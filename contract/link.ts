import 'reflect-metadata';
import { IsBoolean, IsInt, Max, Min } from 'class-validator';
import type { DriveEvent } from '../core/marking';
import type { Standard } from '../core/standard';
import { MayBeMissing } from './rules';

/** A link for a learner to one drive. */
export class ShareToMake {
  /** After so many days it shows nothing any more. */
  @IsInt()
  @Min(1)
  @Max(365)
  days!: number;

  /** Whether the learner wants their full name on the page; else it has the first name only. */
  @MayBeMissing()
  @IsBoolean()
  fullName?: boolean;
}

/** A calendar feed of one's own diary. */
export class CalendarToMake {
  /** After so many days it shows nothing any more. */
  @IsInt()
  @Min(1)
  @Max(730)
  days!: number;

  /** Whether learners stand in it by their full names; else by their first names only. */
  @IsBoolean()
  fullNames!: boolean;
}

export interface LinkView {
  readonly id: string;
  readonly createdAt: string;
  readonly expiresAt: string | null;
  readonly revokedAt: string | null;
  /** Whether the page has the learner's full name. */
  readonly fullName: boolean;
  /** Only in the answer that made it: it is not kept. */
  readonly token?: string;
  /** Only in the answer that made it: the whole address, as browsers elsewhere reach it. */
  readonly url?: string;
}

/** What a share link shows: one drive, and of people only the learner and the instructor, by first name unless the learner chose otherwise. */
export interface SharedView {
  readonly learner: string;
  readonly instructor: string;
  readonly startedAt: string;
  readonly zone: string;
  readonly retest: boolean;
  readonly ready: readonly string[];
  readonly route: string | null;
  readonly standard: Standard;
  /** Made by core's `learnerView`: marks and what they need; no private notes, no positions. */
  readonly events: readonly DriveEvent[];
  readonly expiresAt: string | null;
}
