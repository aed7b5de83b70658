import { commonWords, problemsIn } from '../problems';

/** What may be wrong with a log and its events, in words. */
export const problem = problemsIn({
  ...commonWords,
  empty: () => 'is empty; the first line must be a header',
  'another-test': ({ of }: { readonly of: string }) => `is another test than the header's, ${of}`,
  'other-standard': ({ marked, wanted }: { readonly marked: string; readonly wanted: string }) =>
    `was marked under ${marked}, not ${wanted}; its items cannot be judged here`,
  'no-reason': () => 'is missing; say why this counts as a full test',
});
