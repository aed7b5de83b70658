/** Every colour, size and radius of the application; nothing else names a colour. */
export const tokens = {
  light: {
    paper: '#FBF8F3',
    card: '#FFFFFF',
    ink: '#20262A',
    soft: '#55504A',
    line: '#D9D2C5',
    strongLine: '#8A8377',
    jasper: '#98382B',
    onJasper: '#FFFFFF',
    peg: '#98382B',
    onPeg: '#FFFFFF',
    wren: '#6E5340',
    moss: '#3C6A4C',
    ochre: '#8F5706',
    slate: '#3B5B73',
    wash: '#F3EDE2',
  },
  night: {
    paper: '#14181A',
    card: '#1C2225',
    ink: '#EDE7DC',
    soft: '#B9B2A5',
    line: '#343C40',
    strongLine: '#7E8587',
    jasper: '#E58675',
    onJasper: '#1A1210',
    // The largest thing on the Deck must not dazzle at night.
    peg: '#74291F',
    onPeg: '#F7F2EA',
    wren: '#C9A88E',
    moss: '#85C098',
    ochre: '#DFA856',
    slate: '#94B7D2',
    wash: '#20272A',
  },
  radius: 6,
  /** Least size of what is touched, in px: in the application, and on the Deck. */
  touch: 56,
  deckTouch: 72,
} as const;

export type Palette = { readonly [K in keyof typeof tokens.light]: string };
