import { readFileSync, statSync } from 'node:fs';
import { failed, problemText, type Parsed, type Told } from '../../core/problems';
import { problem } from './problems';

/** What a command prints and how it ends: 0 did its job, 1 our fault, 2 bad input. */
export interface Outcome {
  readonly code: 0 | 1 | 2;
  readonly out: string;
  readonly err: string;
}

export const done = (out: string, err = ''): Outcome => ({ code: 0, out, err });

/** Bad input that is in no file. */
export const wrong = (err: string): Outcome => ({ code: 2, out: '', err });

/** Bad input: every problem behind the name of its file, and nothing on standard output. */
export const refused = (problems: readonly { readonly file: string; readonly problem: Told }[]): Outcome => ({
  code: 2,
  out: '',
  err: problems.map(({ file, problem }) => `${file}: ${problemText(problem)}\n`).join(''),
});

/** The problems of something that was read, behind the name of its file; none where it is in order. */
export const problemsOf = (
  file: string,
  read: Parsed<unknown>,
): readonly { file: string; problem: Told }[] =>
  read.ok ? [] : read.problems.map((problem) => ({ file, problem }));

/** Reads and parses a file; that it cannot be read is a problem like any other. */
export function readWith<T>(file: string, most: number, parse: (text: string) => Parsed<T>): Parsed<T> {
  try {
    const { size } = statSync(file);
    if (size > most * 4) return failed([problem('', 'too-many-bytes', { most: most * 4 })]);
    return parse(readFileSync(file, 'utf8'));
  } catch (error) {
    const why = error instanceof Error && 'code' in error ? String(error.code) : String(error);
    return failed([problem('', 'unreadable', { why })]);
  }
}
