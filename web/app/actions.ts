import type { KeyAction } from '../parts/keys';

/** What the frame round every screen does by keys. */
export const actions = {
  find: {
    keys: 'mod+k',
    named: 'Ctrl K',
    does: 'Find a learner, a mock, a route, a vehicle, a standard, a screen',
    button: 'Find',
    whileTyping: true,
  },
  help: {
    keys: 'shift+slash, ?',
    named: '?',
    does: 'Help and keys of this screen',
    button: 'Help',
    asWritten: true,
  },
} as const satisfies Readonly<Record<string, KeyAction>>;
