/** One thing wrong with something a user brought: where, what, and what would be allowed. */
export interface Problem {
  /** Place in the input, such as `limits[0].max`; empty for the whole. */
  readonly path: string;
  /** What is wrong, for code. */
  readonly code: string;
  /** What the code is about: names, numbers, what would be allowed. */
  readonly given: Readonly<Record<string, unknown>>;
  /** The same for people. */
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

/** As much of a problem as people are told: where, and what. */
export type Told = Pick<Problem, 'path' | 'message'>;

export const problemText = (problem: Told): string =>
  problem.path === '' ? problem.message : `${problem.path}: ${problem.message}`;

/** A problem told of something that this is a part of. */
export const within = (above: string, problem: Problem): Problem => ({
  ...problem,
  path: problem.path === '' ? above : `${above}.${problem.path}`,
});
