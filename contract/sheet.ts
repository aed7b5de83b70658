import 'reflect-metadata';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsInt,
  IsString,
  Length,
  Max,
  Min,
  ValidateNested,
} from 'class-validator';
import { MOST_STROKES } from '../core/session';
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

  @IsString()
  @Length(0, 2_000)
  note!: string;

  /** Of an official sheet: whether the authority passed it. It is entered as a licence test result too. */
  @MayBeMissing()
  @IsBoolean()
  passed?: boolean;
}
