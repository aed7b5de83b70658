import type { Problem } from './problem';

type Words = Readonly<Record<string, (given: never) => string>>;

/**
 * Makes the problems of one subject: what each code says, given its parameters, is written here and nowhere else.
 * Code asks for the code of a problem, never for its words.
 */
export const problemsIn =
  <W extends Words>(words: W) =>
  <C extends keyof W & string>(path: string, code: C, ...[given]: Parameters<W[C]>): Problem => ({
    path,
    code,
    given: given ?? {},
    message: (words[code] as (given: Parameters<W[C]>[0]) => string)(given),
  });

/** What may be wrong with any text, file or list. */
export const commonWords = {
  'too-long': ({ most }: { readonly most: number }) => `is longer than ${most} characters`,
  'no-json': ({ why }: { readonly why: string }) => (why ? `is not JSON: ${why}` : 'is not JSON'),
  'no-object': () => 'is not an object',
  'other-format': ({ wanted }: { readonly wanted: string }) => `must be ${wanted}`,
  'used-twice': ({ id }: { readonly id: string }) => `is used twice: ${id}`,
  'broken-xml': ({ where }: { readonly where: string }) => `is broken XML at ${where}`,
  cancelled: () => 'cancelled',
} as const;

export const commonProblem = problemsIn(commonWords);

/** What a parser says of its own; a text is all that some of them throw. */
export const whyOf = (error: unknown): string => (error instanceof Error ? error.message : 'unreadable');
