import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { inflateSync } from 'node:zlib';
import { openSync, type Font } from 'fontkit';

/**
 * The fonts of the report. The application's own font has Latin letters; where it has none, another one that ships
 * has: of Vietnamese, Cyrillic and Greek. Each is in several files by the letters that it has.
 */
const require = createRequire(import.meta.url);

/** It ships as CommonJS, and its own types leave this part out. */
const { default: woff2ttf } = require('fonteditor-core/lib/ttf/woff2ttf') as {
  readonly default: (
    woff: ArrayBuffer,
    options: { readonly inflate: (packed: number[]) => number[] },
  ) => ArrayBuffer;
};

const OWN = '@fontsource/atkinson-hyperlegible/files/atkinson-hyperlegible';
const OTHER = '@fontsource/noto-sans/files/noto-sans';
const PARTS = [
  `${OWN}-latin`,
  `${OWN}-latin-ext`,
  `${OTHER}-latin`,
  `${OTHER}-latin-ext`,
  `${OTHER}-vietnamese`,
  `${OTHER}-cyrillic`,
  `${OTHER}-cyrillic-ext`,
  `${OTHER}-greek`,
  `${OTHER}-greek-ext`,
] as const;

const fileOf = (part: string, bold: boolean): string =>
  require.resolve(`${part}-${bold ? 700 : 400}-normal.woff`);

/** The name of a font in the document. */
const nameOf = (n: number, bold: boolean): string => `${bold ? 'bold' : 'plain'}${n === 0 ? '' : n}`;

/** Every font under its name; the first ones are `plain` and `bold`, and nearly all text is in them. */
export const registerFonts = (register: (name: string, source: string | Uint8Array) => void): void =>
  PARTS.forEach((part, n) =>
    [false, true].forEach((bold) => {
      const file = fileOf(part, bold);
      register(nameOf(n, bold), n === 0 ? unpacked(file) : file);
    }),
  );

const kept = new Map<string, Uint8Array>();

/** A font as it was before it was packed for the web: the PDF writer unpacks for each document, and takes ten times as long. */
function unpacked(file: string): Uint8Array {
  const before = kept.get(file);
  if (before) return before;
  const { buffer } = Uint8Array.from(readFileSync(file));
  const inflate = (packed: number[]) => [...inflateSync(Uint8Array.from(packed))];
  const font = new Uint8Array(woff2ttf(buffer, { inflate }));
  kept.set(file, font);
  return font;
}

const known = new Map<number, ReadonlySet<number>>();

/** The letters of a part; bold and plain have the same. Asking the font itself for each letter is slow. */
function lettersOf(n: number): ReadonlySet<number> {
  const before = known.get(n);
  if (before) return before;
  const found = new Set((openSync(fileOf(PARTS[n] ?? PARTS[0], false)) as Font).characterSet);
  known.set(n, found);
  return found;
}

/** What stands for a letter that no font has. */
const LACKING = '?';

/** A letter with its accents. */
const lettersIn = (text: string): readonly string[] =>
  text.normalize('NFC').match(/\P{M}\p{M}*|\p{M}+/gu) ?? [];

/** The first font that has a letter with all its accents; null when none has. */
function fontWith(letter: string): number | null {
  for (let n = 0; n < PARTS.length; n += 1)
    if ([...letter].every((point) => lettersOf(n).has(point.codePointAt(0) ?? 0))) return n;
  return null;
}

const isPlain = (text: string): boolean => /^[\s!-~]*$/.test(text);

/** Text in runs of the fonts that have its letters. */
export function runsOf(text: string, bold: boolean): readonly (readonly [font: string, text: string])[] {
  if (isPlain(text)) return [[nameOf(0, bold), text]];
  const runs: [number, string][] = [];
  for (const segment of lettersIn(text)) {
    const last = runs.at(-1);
    // The space of a font that has only some letters is not always told as one to who reads the text back.
    const found = /^\s+$/.test(segment) ? 0 : fontWith(segment);
    const [n, letter] = found === null ? [0, LACKING] : [found, segment];
    if (last?.[0] === n) last[1] += letter;
    else runs.push([n, letter]);
  }
  return runs.map(([n, run]) => [nameOf(n, bold), run]);
}

/** Whether some letters cannot be printed, as those of scripts that no font here has. */
export const lacksLetters = (text: string): boolean =>
  [...new Set(lettersIn(text))].some((letter) => !/^\s+$/.test(letter) && fontWith(letter) === null);
