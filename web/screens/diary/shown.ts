import type { LessonView } from '../../../contract';

export const kindWords = { lesson: '', test: 'Licence test', other: '' } as const;
export const tone = { lesson: 'slate', test: 'jasper', other: 'wren' } as const;

export interface Shown {
  readonly lessons: readonly LessonView[];
  readonly clashes: ReadonlyMap<string, readonly string[]>;
  readonly onOpen: (lesson: LessonView) => void;
}
