import type * as z from 'zod';

/** One thing wrong with something a user brought: where, what, and what would be allowed. */
export interface Problem {
  /** Place in the input, such as `limits[0].max`; empty for the whole. */
  readonly path: string;
  readonly message: string;
}

/** Either the value, or every problem found at once. Never both, never half. */
export type Parsed<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problems: readonly Problem[] };

export const parsed = <T>(value: T): Parsed<T> => ({ ok: true, value });

export const failed = (problems: readonly Problem[]): Parsed<never> => ({ ok: false, problems });

/** `['limits', 0, 'max']` as `limits[0].max`. */
export function pathText(path: readonly PropertyKey[]): string {
  return path.reduce<string>((text, key) => {
    if (typeof key === 'number') return `${text}[${key}]`;
    return text === '' ? String(key) : `${text}.${String(key)}`;
  }, '');
}

export const problemText = (problem: Problem): string =>
  problem.path === '' ? problem.message : `${problem.path}: ${problem.message}`;

/** That a format's version is later than the one this program reads; null for anything else. @param own such as `jasperwren-log/1` */
export function newerFormat(format: unknown, own: string): Problem | null {
  const [name, version] = own.split('/');
  const [of, later] = typeof format === 'string' ? format.split('/') : [];
  if (of !== name || !(Number(later) > Number(version))) return null;
  return {
    path: 'format',
    message: `is ${name}/${Number(later)}, newer than this program reads (${own}); update the program`,
  };
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
      return issue.keys.map((key) => ({
        path: pathText([...issue.path, key]),
        message: 'is not a property of this format',
      }));
    case 'invalid_type':
      return [
        {
          path,
          message:
            issue.input === undefined
              ? `is missing; ${article(issue.expected)} is wanted here`
              : `is ${described(issue.input)}; ${article(issue.expected)} is wanted here`,
        },
      ];
    case 'invalid_value':
      return [
        {
          path,
          message: `is ${described(issue.input)}; allowed: ${issue.values.map((value) => String(value)).join(', ')}`,
        },
      ];
    case 'too_small':
      return [{ path, message: `is too small; at least ${String(issue.minimum)}${unitOf(issue.origin)}` }];
    case 'too_big':
      return [{ path, message: `is too large; at most ${String(issue.maximum)}${unitOf(issue.origin)}` }];
    case 'invalid_union':
      return unionProblems(issue, path);
    default:
      return [{ path, message: issue.message }];
  }
}

function unionProblems(issue: Extract<Issue, { code: 'invalid_union' }>, path: string): Problem[] {
  if (issue.discriminator !== undefined) {
    return [{ path, message: issue.message }];
  }
  return [{ path, message: `is ${described(issue.input)}, which none of the allowed forms matches` }];
}

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
