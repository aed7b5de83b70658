import 'reflect-metadata';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNumber,
  IsObject,
  IsString,
  Length,
  Max,
  Min,
  ValidateIf,
  ValidateNested,
} from 'class-validator';
import { MOST_RUN_SECONDS, MOST_STROKES } from '../core/session';
import { MockFacts } from './mock';
import { MayBeMissing } from './rules';

/** How often an item was ticked at a severity. */
export class TallyToKeep {
  @IsString()
  @Length(1, 80)
  item!: string;

  @IsString()
  @Length(1, 80)
  severity!: string;

  @IsInt()
  @Min(1)
  @Max(MOST_STROKES)
  times!: number;
}

export class ReadingToKeep {
  @IsString()
  @Length(1, 80)
  measure!: string;

  @IsNumber()
  @Min(0)
  @Max(1_000_000)
  value!: number;
}

/** How often each counted step of a manoeuvre was made. */
export class CountsToKeep {
  @MayBeMissing()
  @IsInt()
  @Min(0)
  @Max(MOST_STROKES)
  attempts?: number;

  @MayBeMissing()
  @IsInt()
  @Min(0)
  @Max(MOST_STROKES)
  movements?: number;

  @MayBeMissing()
  @IsInt()
  @Min(0)
  @Max(MOST_STROKES)
  shunts?: number;
}

/** A manoeuvre of a fixed course. */
export class RunToKeep {
  @IsString()
  @Length(1, 80)
  manoeuvre!: string;

  @ValidateIf(({ side }: RunToKeep) => side !== null)
  @IsIn(['left', 'right'])
  side!: 'left' | 'right' | null;

  /** Null where the sheet has no time. */
  @ValidateIf(({ seconds }: RunToKeep) => seconds !== null)
  @IsNumber()
  @Min(0)
  @Max(MOST_RUN_SECONDS)
  seconds!: number | null;

  @IsObject()
  @ValidateNested()
  @Type(() => CountsToKeep)
  counts!: CountsToKeep;

  @IsArray()
  @ArrayMaxSize(50)
  @ValidateNested({ each: true })
  @Type(() => ReadingToKeep)
  readings!: ReadingToKeep[];

  @IsArray()
  @ArrayMaxSize(300)
  @ValidateNested({ each: true })
  @Type(() => TallyToKeep)
  tallies!: TallyToKeep[];
}

/** A sheet of paper as it lies on the table; it becomes a mock. */
export class SheetToKeep extends MockFacts {
  /** Driven. */
  @IsInt()
  @Min(1)
  @Max(240)
  minutes!: number;

  /** Whether the whole test was driven; else it was broken off. */
  @IsBoolean()
  whole!: boolean;

  @IsArray()
  @ArrayMaxSize(300)
  @ValidateNested({ each: true })
  @Type(() => TallyToKeep)
  tallies!: TallyToKeep[];

  /** The manoeuvres of a fixed course that were driven, in their order. */
  @MayBeMissing()
  @IsArray()
  @ArrayMaxSize(60)
  @ValidateNested({ each: true })
  @Type(() => RunToKeep)
  runs?: RunToKeep[];

  /** What was measured for the whole test. */
  @MayBeMissing()
  @IsArray()
  @ArrayMaxSize(50)
  @ValidateNested({ each: true })
  @Type(() => ReadingToKeep)
  readings?: ReadingToKeep[];

  @IsString()
  @Length(0, 2_000)
  note!: string;

  /** Of an official sheet: whether the authority passed it. It is entered as a licence test result too. */
  @MayBeMissing()
  @IsBoolean()
  passed?: boolean;
}
