import { commonWords, problemsIn } from '../problems';

/** What may be wrong with questions and tables of them, in words. */
export const problem = problemsIn({
  ...commonWords,
  'no-essential-point': () => 'has no essential point: no answer could be wrong',
  'lacks-columns': ({ columns }: { readonly columns: readonly string[] }) =>
    `lacks the columns ${columns.join(', ')}`,
  'unread-column': ({ column }: { readonly column: string }) =>
    `has a column ${column === '' ? 'without a name' : column} that is not read`,
  'no-such-point': ({ id }: { readonly id: string }) =>
    `names ${id}, and no point of the question has that id`,
  torn: ({ why }: { readonly why: string }) => `cannot be read: ${why}`,
});
