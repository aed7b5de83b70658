import 'reflect-metadata';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsIn,
  IsInt,
  IsLatitude,
  IsLongitude,
  IsString,
  IsUUID,
  Length,
  Matches,
  Max,
  Min,
  ValidateNested,
} from 'class-validator';
import { DrivenWith } from './drivenWith';
import { IsInstant, IsZone, MayBeMissing, MayBeNull } from './rules';

/** A lesson is repeated at most so often. */
export const MOST_REPEATS = 60;

/** A lesson, a licence test or another appointment. */
export class LessonToKeep extends DrivenWith {
  @IsIn(['lesson', 'test', 'other'])
  kind!: 'lesson' | 'test' | 'other';

  @MayBeNull()
  @IsUUID()
  learner?: string | null;

  @IsInstant()
  startsAt!: string;

  @IsInt()
  @Min(5)
  @Max(720)
  minutes!: number;

  @IsZone()
  zone!: string;

  /** Where it begins, in words. */
  @MayBeMissing()
  @IsString()
  @Length(0, 120)
  place?: string;

  @MayBeNull()
  @IsLatitude()
  lat?: number | null;

  @MayBeNull()
  @IsLongitude()
  lon?: number | null;

  @MayBeMissing()
  @IsString()
  @Length(0, 400)
  note?: string;

  /** What another calendar calls it: brought again, it is the same one. */
  @MayBeNull()
  @IsString()
  @Length(1, 255)
  @Matches(/^\P{Cc}*$/u, { message: 'must be one line' })
  uid?: string | null;
}

/** A later entry of the same series, which changes with an earlier one. */
export class LaterEntry {
  @IsUUID()
  id!: string;

  @IsInstant()
  startsAt!: string;

  @IsInt()
  @Min(1)
  revision!: number;
}

/** An entry, and the later ones of its series that are to be like it, each at its own time. */
export class LessonToChange extends LessonToKeep {
  @MayBeMissing()
  @IsArray()
  @ArrayMaxSize(MOST_REPEATS)
  @ValidateNested({ each: true })
  @Type(() => LaterEntry)
  later?: LaterEntry[];
}

/** One day of a series. */
export class SeriesDay {
  @IsUUID()
  id!: string;

  @IsInstant()
  startsAt!: string;
}

/** The same entry on several days. */
export class SeriesToAdd extends LessonToKeep {
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(MOST_REPEATS)
  @ValidateNested({ each: true })
  @Type(() => SeriesDay)
  days!: SeriesDay[];
}

export interface LessonView {
  readonly id: string;
  readonly kind: 'lesson' | 'test' | 'other';
  readonly learner: { readonly id: string; readonly name: string } | null;
  readonly instructor: { readonly id: string; readonly name: string };
  readonly vehicle: { readonly id: string; readonly name: string } | null;
  readonly route: { readonly id: string; readonly title: string } | null;
  readonly startsAt: string;
  readonly minutes: number;
  readonly zone: string;
  readonly place: string;
  readonly lat: number | null;
  readonly lon: number | null;
  readonly note: string;
  readonly uid: string | null;
  /** What the entries of one repeated lesson share; null for a single one. */
  readonly series: string | null;
  readonly revision: number;
}
