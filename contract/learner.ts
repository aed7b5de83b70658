import 'reflect-metadata';
import type { Habits } from '../core/marking';
import { IsISO8601, IsOptional, IsString, IsUUID, Length, Matches } from 'class-validator';

const plain = { message: 'must be a day such as 2026-12-01' };

export class NewLearner {
  @IsUUID()
  id!: string;

  @IsString()
  @Length(1, 80)
  @Matches(/\S/, { message: 'must not be blank' })
  name!: string;

  /** Day of the licence test, when one is booked. */
  @IsOptional()
  @Matches(/^\d{4}-\d{2}-\d{2}$/, plain)
  @IsISO8601({ strict: true }, plain)
  testDate?: string | null;
}

export class LearnerChange {
  @IsOptional()
  @IsString()
  @Length(1, 80)
  @Matches(/\S/, { message: 'must not be blank' })
  name?: string;

  @IsOptional()
  @Matches(/^\d{4}-\d{2}-\d{2}$/, plain)
  @IsISO8601({ strict: true }, plain)
  testDate?: string | null;
}

export interface LearnerView {
  readonly id: string;
  readonly name: string;
  readonly testDate: string | null;
  /** Counts changes; its ETag guards against writing over somebody else's. */
  readonly revision: number;
}

/** How often skills went wrong: in this learner's drives before an instant, and in those of the school. */
export interface HabitsView {
  readonly learner: Habits;
  readonly school: Habits;
}
