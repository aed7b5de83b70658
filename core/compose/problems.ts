import { commonWords, problemsIn } from '../problems';

/** Why no loop can be composed, in words. */
export const problem = problemsIn({
  ...commonWords,
  'off-road': ({ metres }: { readonly metres: number }) =>
    `the start lies more than ${metres} m from any road`,
  'nowhere-to-go': () => 'nothing can be reached from the start in that time',
  'none-near': ({ title, minutes }: { readonly title: string; readonly minutes: number }) =>
    `${title}: there is none within ${minutes} minutes of the start`,
  'too-few': ({
    title,
    wanted,
    minutes,
    most,
  }: {
    readonly title: string;
    readonly wanted: number;
    readonly minutes: number;
    readonly most: number;
  }) => `${title}: you asked for ${wanted}, and no loop of ${minutes} minutes has more than ${most}`,
  'other-time': ({ found, wanted }: { readonly found: number; readonly wanted: number }) =>
    `the nearest loop takes ${found} minutes, not ${wanted}`,
  'closed-near': ({ roads }: { readonly roads: readonly string[] }) =>
    `left out, as learners may not drive there: ${roads.join(', ')}`,
  'no-loop': () => 'no loop leads back to the start',
});
