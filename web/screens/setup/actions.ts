import type { KeyAction } from '../../parts/keys';

/** What set-up does by keys. */
export const actions = {
  start: {
    keys: 'mod+enter',
    named: 'Ctrl Enter',
    does: 'Start the mock',
    whileTyping: true,
  },
} as const satisfies Readonly<Record<string, KeyAction>>;
