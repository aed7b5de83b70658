import 'reflect-metadata';
import { IsBoolean, IsISO8601, IsOptional, IsString, IsUUID, Length, Matches } from 'class-validator';

/** How an official test went. */
export class ResultToKeep {
  @IsUUID()
  learner!: string;

  @Matches(/^\d{4}-\d{2}-\d{2}$/, { message: 'must be a day such as 2026-12-01' })
  @IsISO8601({ strict: true }, { message: 'must be a day such as 2026-12-01' })
  day!: string;

  /** Id of the standard it was taken under. */
  @IsString()
  @Length(1, 80)
  standard!: string;

  @IsBoolean()
  passed!: boolean;

  @IsOptional()
  @IsString()
  @Length(0, 400)
  note?: string;
}

export interface ResultView {
  readonly id: string;
  readonly learner: { readonly id: string; readonly name: string };
  readonly day: string;
  readonly standard: string;
  readonly passed: boolean;
  readonly note: string;
  /** The forecast as it stood before that day. */
  readonly foretold: {
    readonly pass: number;
    readonly low: number;
    readonly high: number;
    readonly mocks: number;
  } | null;
}
