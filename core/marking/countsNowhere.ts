import { compileStandard, type Standard } from '../standard';
import type { Judgement } from './judge';

/** Whether a mark counts in no limit although its severity is one that counts, such as a demerit outside a run. */
export const countsNowhere = (
  standard: Standard,
  { limits, uncounted, severity }: Pick<Judgement['marks'][number], 'limits' | 'uncounted' | 'severity'>,
): boolean =>
  limits === 0 &&
  uncounted === null &&
  (compileStandard(standard).severities.get(severity)?.gravity ?? 0) > 0;
