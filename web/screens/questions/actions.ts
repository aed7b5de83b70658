import type { Grade } from '../../../core/questions';
import type { KeyAction } from '../../parts/keys';

/** What a drill does by keys. */
export const actions = {
  show: {
    keys: 'space',
    named: 'Space or Enter',
    does: 'Show the answer',
    button: 'Say it aloud, then show the answer',
  },
  undo: { keys: 'z', named: 'Z', does: 'Undo the last answer', button: 'Undo' },
} as const satisfies Readonly<Record<string, KeyAction>>;

/** How a question was answered, each with its key. */
export const answers = [
  { grade: 'again', keys: '1', named: '1', does: 'Not known', button: 'Not known' },
  { grade: 'hard', keys: '2', named: '2', does: 'Known with trouble', button: 'With trouble' },
  { grade: 'good', keys: '3', named: '3', does: 'Known (also Enter)', button: 'Known' },
  { grade: 'easy', keys: '4', named: '4', does: 'Known at once', button: 'At once' },
] as const satisfies readonly (KeyAction & { readonly grade: Grade })[];
