import { translate, workOutLimits, type Standard, type Translation, type Verdict } from '../standard';
import { driveOf } from './drive';
import type { DriveEvent } from './event';
import { verdictOf } from './judge';

/** A drive as another standard would have judged it, and what had to be left out for that. */
export interface ForeignJudgement {
  readonly verdict: Verdict;
  readonly translation: Translation;
  /** False when most marks were lost and no limit was passed: a pass that comes of that would be no pass. */
  readonly enough: boolean;
}

/**
 * Judges a drive under another standard than it was marked under, through skills and gravities.
 *
 * @param from the standard it was marked under
 * @param to the standard to judge it under; the same one gives the drive's own verdict
 */
export function judgeUnder(
  from: Standard,
  to: Standard,
  events: readonly DriveEvent[],
  options: { readonly retest: boolean },
): ForeignJudgement {
  const drive = driveOf(from, events);
  const translation =
    from === to
      ? { happenings: drive.happenings, marks: [], merged: [], notHeld: [] }
      : translate(from, to, drive.happenings);
  const verdict = verdictOf(to, drive, workOutLimits(to, translation.happenings, options));
  const lost = translation.marks.filter(({ how }) => how === 'lost').length;
  const enough = verdict.breaches.length > 0 || lost * 2 <= translation.marks.length;
  return { verdict, translation, enough };
}
