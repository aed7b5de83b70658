import type { KeyAction } from '../../parts/keys';

/** What the route editor does by keys. */
export const actions = {
  undo: { keys: 'mod+z', named: 'Ctrl Z', does: 'Undo the last change', button: 'Undo' },
  redo: {
    keys: 'mod+shift+z, mod+y',
    named: 'Ctrl Shift Z, Ctrl Y',
    does: 'Redo it',
    button: 'Redo',
  },
  remove: { keys: 'delete, backspace', named: 'Delete', does: 'Remove the chosen point' },
} as const satisfies Readonly<Record<string, KeyAction>>;
