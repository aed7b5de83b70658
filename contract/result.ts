import 'reflect-metadata';
import { IsBoolean, IsString, IsUUID, Length } from 'class-validator';
import { IsDay, MayBeMissing } from './rules';

/** How an official test went. */
export class ResultToKeep {
  @IsUUID()
  learner!: string;

  @IsDay()
  day!: string;

  /** Id of the standard it was taken under. */
  @IsString()
  @Length(1, 80)
  standard!: string;

  @IsBoolean()
  passed!: boolean;

  @MayBeMissing()
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
