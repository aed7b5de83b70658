import type * as z from 'zod';
import { failed, parsed, pathText, type Parsed, type Problem } from './problem';
import { problemsIn } from './words';

/** That a format's version is later than the one this program reads; null for anything else. @param own such as `jasperwren-log/1` */
export function newerFormat(format: unknown, own: string): Problem | null {
  const [name, version] = own.split('/');
  const [of, later] = typeof format === 'string' ? format.split('/') : [];
  if (of !== name || !(Number(later) > Number(version))) return null;
  return shapeProblem('format', 'newer-format', { found: `${name}/${Number(later)}`, own });
}

/** Checks a value against a schema and lists all problems, in the words of this program. */
export function checkShape<S extends z.ZodType>(schema: S, input: unknown): Parsed<z.output<S>> {
  const result = schema.safeParse(input, { jitless: true, reportInput: true });
  return result.success ? parsed(result.data) : failed(result.error.issues.flatMap(fromIssue));
}

type Issue = z.core.$ZodIssue;

function fromIssue(issue: Issue): Problem[] {
  const path = pathText(issue.path);
  switch (issue.code) {
    case 'unrecognized_keys':
      return issue.keys.map((key) => shapeProblem(pathText([...issue.path, key]), 'unknown-property'));
    case 'invalid_type':
      return [
        issue.input === undefined
          ? shapeProblem(path, 'missing', { wanted: issue.expected })
          : shapeProblem(path, 'wrong-type', { found: described(issue.input), wanted: issue.expected }),
      ];
    case 'invalid_value':
      return [
        shapeProblem(path, 'not-allowed', {
          found: described(issue.input),
          allowed: issue.values.map((value) => String(value)),
        }),
      ];
    case 'too_small':
      return [shapeProblem(path, 'too-small', { least: String(issue.minimum), unit: unitOf(issue.origin) })];
    case 'too_big':
      return [shapeProblem(path, 'too-large', { most: String(issue.maximum), unit: unitOf(issue.origin) })];
    case 'invalid_union':
      return unionProblems(issue, path);
    default:
      return [shapeProblem(path, 'other', { words: issue.message })];
  }
}

function unionProblems(issue: Extract<Issue, { code: 'invalid_union' }>, path: string): Problem[] {
  if (issue.discriminator !== undefined) return [shapeProblem(path, 'other', { words: issue.message })];
  // One form that is of the right type tells what is wrong with it.
  const near = issue.errors.filter(
    (issues) => !issues.some((one) => one.path.length === 0 && one.code === 'invalid_type'),
  );
  const [only] = near;
  if (only && near.length === 1)
    return only.flatMap((one) => fromIssue({ ...one, path: [...issue.path, ...one.path] } as Issue));
  return [shapeProblem(path, 'no-form', { found: described(issue.input) })];
}

const shapeProblem = problemsIn({
  'newer-format': ({ found, own }: { readonly found: string; readonly own: string }) =>
    `is ${found}, newer than this program reads (${own}); update the program`,
  'unknown-property': () => 'is not a property of this format',
  missing: ({ wanted }: { readonly wanted: string }) => `is missing; it must be ${article(wanted)}`,
  'wrong-type': ({ found, wanted }: { readonly found: string; readonly wanted: string }) =>
    `is ${found}; it must be ${article(wanted)}`,
  'not-allowed': ({ found, allowed }: { readonly found: string; readonly allowed: readonly string[] }) =>
    `is ${found}; allowed: ${allowed.join(', ')}`,
  'too-small': ({ least, unit }: { readonly least: string; readonly unit: string }) =>
    `is too small; at least ${least}${unit}`,
  'too-large': ({ most, unit }: { readonly most: string; readonly unit: string }) =>
    `is too large; at most ${most}${unit}`,
  'no-form': ({ found }: { readonly found: string }) =>
    `is ${found}, which none of the allowed forms matches`,
  /** What a schema says of a rule of its own. */
  other: ({ words }: { readonly words: string }) => words,
});

function unitOf(origin: string): string {
  if (origin === 'string') return ' characters';
  return origin === 'array' ? ' entries' : '';
}

function article(type: string): string {
  return /^[aeiou]/.test(type) ? `an ${type}` : `a ${type}`;
}

function described(input: unknown): string {
  if (input === null) return 'null';
  if (Array.isArray(input)) return 'a list';
  if (typeof input === 'object') return 'an object';
  const text = JSON.stringify(input) ?? String(input);
  return text.length > 60 ? `${text.slice(0, 57)}…` : text;
}
