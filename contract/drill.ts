import 'reflect-metadata';
import { ArrayMaxSize, ArrayMinSize, IsArray } from 'class-validator';
import type { DrillEvent, Recalled } from '../core/questions';
import { MAX_BATCH } from './constants';

export class DrillBatch {
  /** Each is checked by core/questions. */
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(MAX_BATCH)
  events!: unknown[];
}

/** What is known of a learner's answers: the drill log, and the questions of mock tests. */
export interface DrillView {
  readonly events: readonly DrillEvent[];
  readonly asked: readonly Recalled[];
  /** Keys of the sets that were asked in mock tests, the oldest first. */
  readonly sets: readonly string[];
}
