import { expect, it } from '@jest/globals';
import { commonProblem, problemsIn } from './words';

it('tells a problem by a code with what it is about, and in words that are made of these', () => {
  const problem = problemsIn({
    'too-many': ({ found, most }: { readonly found: number; readonly most: number }) =>
      `has ${found}; at most ${most}`,
    bare: () => 'is bare',
  });
  expect(problem('marks[3]', 'too-many', { found: 7, most: 5 })).toEqual({
    path: 'marks[3]',
    code: 'too-many',
    given: { found: 7, most: 5 },
    message: 'has 7; at most 5',
  });
  expect(problem('', 'bare')).toEqual({ path: '', code: 'bare', given: {}, message: 'is bare' });
  expect(commonProblem('', 'no-json', { why: '' }).message).toBe('is not JSON');
});
