import { problemsIn } from '../../core/problems';

/** What may be wrong with files and options of the command line, in words. */
export const problem = problemsIn({
  'too-many-bytes': ({ most }: { readonly most: number }) => `is larger than ${most} bytes`,
  unreadable: ({ why }: { readonly why: string }) => `cannot be read (${why})`,
  'two-base-points': () => 'give two base points half a metre apart or more, or none',
  'no-trailer': () => 'gives a hitch angle, but this vehicle has no trailer',
  'of-another-program': () =>
    'is a line of another program: import it in the application, where it is laid onto roads',
});
