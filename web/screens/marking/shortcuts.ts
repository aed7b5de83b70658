/** What of a key event tells which action is meant. */
export type Pressed = Pick<KeyboardEvent, 'key' | 'code' | 'ctrlKey' | 'metaKey' | 'altKey' | 'shiftKey'>;

/** Something that the marking screen does, with its keys, its button and its line of help in one place. */
interface Shortcut {
  /** Keys as the help names them, each with what it does; none for what needs no telling. */
  readonly help: readonly (readonly [keys: string, does: string])[];
  /** Words of its button; short ones for a phone. */
  readonly button?: { readonly long: string; readonly short: string };
  /** @param typing whether letters are being typed: then a space is a letter too */
  readonly isMeant: (pressed: Pressed, typing: boolean) => boolean;
}

const bare = ({ ctrlKey, metaKey }: Pressed): boolean => !ctrlKey && !metaKey;
/** Letters search, so these go with Alt; by their place on the board, for Alt changes what they write. */
const withAlt = (code: string) => (pressed: Pressed) =>
  bare(pressed) && pressed.altKey && pressed.code === code;
const isKey = (key: string) => (pressed: Pressed) => bare(pressed) && pressed.key === key;
const whileTyping =
  (...keys: readonly string[]) =>
  (pressed: Pressed, typing: boolean) =>
    typing && bare(pressed) && keys.includes(pressed.key);

export const shortcuts = {
  letter: {
    help: [['any letters', 'Find a mark']],
    isMeant: (pressed, typing) =>
      bare(pressed) &&
      !pressed.altKey &&
      pressed.key.length === 1 &&
      (/[\p{L}\p{N}]/u.test(pressed.key) || (pressed.key === ' ' && typing)),
  },
  mark: {
    help: [
      ['Enter', 'Mark the first found, smallest severity'],
      ['Shift Enter', 'The next graver one'],
      ['Alt Enter', 'The gravest one'],
    ],
    isMeant: whileTyping('Enter'),
  },
  move: { help: [['Up, Down', 'Another one of those found']], isMeant: whileTyping('ArrowUp', 'ArrowDown') },
  erase: { help: [], isMeant: whileTyping('Backspace') },
  clear: { help: [['Esc', 'Clear the letters']], isMeant: isKey('Escape') },
  flag: {
    help: [['Space', 'Flag: something happened']],
    button: { long: 'something happened: sort it when stopped (space)', short: 'something happened' },
    isMeant: (pressed, typing) => !typing && bare(pressed) && pressed.key === ' ',
  },
  undo: {
    help: [['Ctrl Z', 'Undo the last touch']],
    button: { long: 'Undo last', short: 'Undo last' },
    isMeant: ({ key, ctrlKey, metaKey }) => (ctrlKey || metaKey) && key.toLowerCase() === 'z',
  },
  next: {
    help: [['Alt N', 'Next: the manoeuvre that is due, else the next stage']],
    isMeant: withAlt('KeyN'),
  },
  clock: {
    help: [['Alt T', 'Clock of the manoeuvre: start it, then done']],
    isMeant: withAlt('KeyT'),
  },
  pause: {
    help: [['Alt P', 'Stop marking, watch the road']],
    button: { long: 'Stop marking, watch the road', short: 'Pause' },
    isMeant: withAlt('KeyP'),
  },
  help: { help: [['?', 'These keys']], isMeant: isKey('?') },
} as const satisfies Readonly<Record<string, Shortcut>>;

export type ShortcutId = keyof typeof shortcuts;

const all = Object.entries(shortcuts) as readonly (readonly [ShortcutId, Shortcut])[];

/** The action that a key means; null for none. */
export const shortcutOf = (pressed: Pressed, typing: boolean): ShortcutId | null =>
  all.find(([, { isMeant }]) => isMeant(pressed, typing))?.[0] ?? null;

/** Every key with what it does, for the list of keys. */
export const keysHelp: readonly (readonly [string, string])[] = all.flatMap(([, { help }]) => help);
