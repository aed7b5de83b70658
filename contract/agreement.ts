import 'reflect-metadata';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  ArrayUnique,
  IsArray,
  IsIn,
  IsString,
  Length,
  ValidateNested,
} from 'class-validator';
import { grades, type Grade } from '../core/agreement';

/** What somebody makes of one written case. */
export class GradeToKeep {
  @IsString()
  @Length(1, 80)
  case!: string;

  @IsIn(grades)
  grade!: Grade;
}

/** One going through of the written cases. */
export class GradingToKeep {
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(500)
  @ArrayUnique((one: GradeToKeep) => one.case, { message: 'must have each case once' })
  @ValidateNested({ each: true })
  @Type(() => GradeToKeep)
  grades!: GradeToKeep[];
}

export interface GradingView {
  readonly id: string;
  readonly by: { readonly id: string; readonly name: string };
  readonly at: string;
  readonly grades: readonly { readonly case: string; readonly grade: Grade }[];
}
