import 'reflect-metadata';
import { ArrayMaxSize, ArrayMinSize, IsArray, IsBoolean, IsObject } from 'class-validator';
import type { Question } from '../core/questions';

/** One question as a school keeps it. What it holds is checked by the rules of the file format. */
export class QuestionToKeep {
  @IsObject()
  question!: object;

  /** Switched off: kept, but never asked. */
  @IsBoolean()
  enabled!: boolean;
}

/** Questions of a file, to be kept all or none; known ids are written over. */
export class QuestionsToKeep {
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(1_000)
  questions!: object[];
}

export interface QuestionView {
  readonly question: Question;
  readonly enabled: boolean;
  /** As it ships, shipped and changed by the school, or the school's own. */
  readonly origin: 'shipped' | 'changed' | 'own';
  readonly revision: number;
}

/** How a list of questions can be put in order. */
export const questionSorts = ['kind', 'title'] as const;
export type QuestionSort = (typeof questionSorts)[number];
