import 'reflect-metadata';
import {
  IsIn,
  IsInt,
  IsISO8601,
  IsLatitude,
  IsLongitude,
  IsOptional,
  IsString,
  IsUUID,
  Length,
  Matches,
  Max,
  Min,
} from 'class-validator';

/** A lesson, a licence test or another appointment. */
export class LessonToKeep {
  @IsIn(['lesson', 'test', 'other'])
  kind!: 'lesson' | 'test' | 'other';

  @IsOptional()
  @IsUUID()
  learner?: string | null;

  @IsOptional()
  @IsUUID()
  vehicle?: string | null;

  @IsOptional()
  @IsString()
  @Length(1, 80)
  route?: string | null;

  @IsISO8601({ strict: true })
  @Matches(/Z$/, { message: 'must be in UTC, ending in Z' })
  startsAt!: string;

  @IsInt()
  @Min(5)
  @Max(720)
  minutes!: number;

  @IsString()
  @Length(1, 60)
  zone!: string;

  /** Where it begins, in words. */
  @IsOptional()
  @IsString()
  @Length(0, 120)
  place?: string;

  @IsOptional()
  @IsLatitude()
  lat?: number | null;

  @IsOptional()
  @IsLongitude()
  lon?: number | null;

  @IsOptional()
  @IsString()
  @Length(0, 400)
  note?: string;

  /** What another calendar calls it: brought again, it is the same one. */
  @IsOptional()
  @IsString()
  @Length(1, 255)
  uid?: string | null;
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
  readonly revision: number;
}
