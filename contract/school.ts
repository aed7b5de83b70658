import 'reflect-metadata';
import { Type } from 'class-transformer';
import { ArrayMaxSize, IsArray, IsBoolean, IsIn, IsString, Length, ValidateNested } from 'class-validator';
import type { ClassRules } from '../core/network';
import { MayBeMissing, MayBeNull } from './rules';

/** Where learners of one licence class may drive; motorways are closed to those of whom nothing is said. */
export class LearnerRoadsToKeep {
  /** As standards write it, such as car. */
  @IsString()
  @Length(1, 80)
  licenceClass!: string;

  @IsBoolean()
  motorways!: boolean;

  /** Names or numbers of other roads that are closed to them. */
  @IsArray()
  @ArrayMaxSize(50)
  @IsString({ each: true })
  @Length(1, 80, { each: true })
  closed!: string[];
}

/** What holds for the whole school. */
export class SchoolToKeep {
  /** What the school is called; as before when missing, and empty when nobody has said. */
  @MayBeMissing()
  @IsString()
  @Length(0, 80)
  name?: string;

  /** The side on which one drives where no standard is in use; null: that of the school's standard. */
  @MayBeNull()
  @IsIn(['left', 'right'])
  drivingSide?: 'left' | 'right' | null;

  /** Id of the standard that learners prepare for unless they have their own; null: that of their last mock. */
  @MayBeNull()
  @IsString()
  @Length(1, 80)
  standard?: string | null;

  /** Units of lengths and speeds on every screen that shows no standard of its own. */
  @IsIn(['imperial', 'metric'])
  units!: 'imperial' | 'metric';

  /** By licence class; as before when missing. */
  @MayBeMissing()
  @IsArray()
  @ArrayMaxSize(20)
  @ValidateNested({ each: true })
  @Type(() => LearnerRoadsToKeep)
  learnerRoads?: LearnerRoadsToKeep[];
}

export interface SchoolView {
  /** Empty when nobody has said. */
  readonly name: string;
  /** Null: that of the school's standard. */
  readonly drivingSide: 'left' | 'right' | null;
  readonly standard: string | null;
  readonly units: 'imperial' | 'metric';
  readonly learnerRoads: readonly ClassRules[];
  readonly revision: number;
}

/** The backups that the server makes by itself. */
export interface BackupsView {
  /** Where they are on the machine that the server runs on. */
  readonly folder: string;
  /** Newest first. */
  readonly items: readonly {
    /** When it was made; of a file from elsewhere, when it was last written. */
    readonly at: string;
    /** The name of a file that somebody put there; null for what the server made by itself. */
    readonly name: string | null;
    readonly bytes: number;
  }[];
  /** Why the last one was not made; null when it was, or none was tried. */
  readonly failed: string | null;
  /** Whether there has been none for two days. */
  readonly late: boolean;
}

/** What a school would be with a backup in its place. */
export interface RestoreView {
  /** How much there is of everything now, and how much there was then, by the names of `backup`. */
  readonly now: Readonly<Record<string, number>>;
  readonly then: Readonly<Record<string, number>>;
  /** What has come since, and would be gone. */
  readonly gone: {
    readonly learners: readonly string[];
    readonly moreLearners: number;
    /** Each by its learner and day. */
    readonly mocks: readonly string[];
    readonly moreMocks: number;
  };
}

/** How other devices reach the school. */
export interface ReachView {
  /** Address to open on another device; null when the server answers on its own machine only. */
  readonly address: string | null;
  /** Whether browsers give that address all they can: working without connection, position, a screen that stays on. */
  readonly secure: boolean;
  /** Where a device is told how to trust the school, before it opens the address; null when it need not be. */
  readonly trustPage: string | null;
  /** The letters that a device shows of what it is asked to trust; null when there is nothing to trust. */
  readonly fingerprint: string | null;
  /** What is to be opened first, as a picture for a camera: SVG; null when there is nothing. */
  readonly code: string | null;
}

/** A record that cannot be made sense of: somebody else wrote it, or the disk spoiled it. */
export interface UnreadableRecord {
  readonly kind:
    | 'learner'
    | 'mock'
    | 'standard'
    | 'diary entry'
    | 'vehicle'
    | 'vehicle check'
    | 'route'
    | 'question'
    | 'result'
    | 'settings'
    | 'yard course'
    | 'yard vehicle'
    | 'yard practice'
    | 'grading';
  readonly id: string;
  readonly name: string;
  /** What cannot be read, and what is shown instead. */
  readonly what: string;
}

/** A line of the answer while the school is made into files: how far it is, and where they are in the end. */
export type ExportLine =
  | { readonly kind: 'records'; readonly done: number; readonly total: number }
  | { readonly kind: 'ready'; readonly file: string; readonly bytes: number }
  | { readonly kind: 'failed'; readonly detail: string };
