import type { Grade, Kappa } from '../../../core/agreement';

export const gradeWords: Readonly<Record<Grade, string>> = {
  0: 'Nothing',
  1: 'Minor',
  2: 'Serious',
  3: 'Dangerous',
};

/** Agreement beyond chance in a word (bands are ours; there is no law for them). */
export const kappaWords = ({ kappa }: Kappa): string =>
  kappa >= 0.8 ? 'very close' : kappa >= 0.6 ? 'close' : kappa >= 0.4 ? 'fair' : 'far apart';

/** Who leans which way, kindly: a step is from one grade to the next. */
export function leaningWords(leaning: number): string {
  const steps = Math.abs(leaning).toFixed(1);
  if (Math.abs(leaning) < 0.1) return 'as strict as';
  return leaning > 0 ? `stricter by ${steps} of a step than` : `milder by ${steps} of a step than`;
}
