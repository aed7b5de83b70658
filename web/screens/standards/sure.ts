import type { Standard } from '../../../core/standard';

/** How a value is known, in words. */
export const kindWords = {
  published: 'published',
  practice: 'common practice',
  memory: 'from memory: check your authority’s current text',
  ours: 'our choice',
} as const;

const short = {
  published: 'published',
  practice: 'common practice',
  memory: 'from memory',
  ours: 'our choice',
};

/** How sure the limits of a standard are: "limits: 3 published, 1 from memory". */
export function sureWords(standard: Standard): string {
  const kinds = standard.limits.map(
    ({ id }) => standard.basis.find(({ of }) => of === `limits.${id}`)?.kind ?? null,
  );
  const counted = (Object.keys(short) as (keyof typeof short)[])
    .map((kind) => ({ kind, times: kinds.filter((entry) => entry === kind).length }))
    .filter(({ times }) => times > 0)
    .map(({ kind, times }) => `${times} ${short[kind]}`);
  const unsaid = kinds.filter((kind) => kind === null).length;
  return `Limits: ${[...counted, ...(unsaid > 0 ? [`${unsaid} with no source`] : [])].join(', ')}`;
}
