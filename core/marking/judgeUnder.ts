import {
  translate,
  workOutLimits,
  type JudgedMark,
  type Standard,
  type Translation,
  type Verdict,
} from '../standard';
import { driveOf, type Drive } from './drive';
import type { DriveEvent } from './event';
import { planDriven, verdictOf, type DriveStart } from './judge';
import type { PlanEntry } from './plan';

/** A drive as another standard would have judged it, and what had to be left out for that. */
export interface ForeignJudgement {
  readonly verdict: Verdict;
  /** The drive as it was marked. */
  readonly drive: Drive;
  /** Its marks as the other standard counts them. */
  readonly marks: readonly JudgedMark[];
  readonly translation: Translation;
  readonly plan: readonly PlanEntry[];
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
  { retest, startedAt }: DriveStart,
): ForeignJudgement {
  const drive = driveOf(from, events);
  const translation =
    from === to
      ? { happenings: drive.happenings, marks: [], merged: [], notHeld: [] }
      : translate(from, to, drive.happenings);
  const carried = new Map(
    translation.happenings.flatMap((step) =>
      step.kind === 'run' ? [[step.run, step.manoeuvre] as const] : [],
    ),
  );
  const manoeuvres = drive.manoeuvres.flatMap((step) => {
    const manoeuvre = carried.get(step.run);
    return manoeuvre === undefined ? [] : [{ ...step, manoeuvre }];
  });
  const plan = planDriven(to, { ...drive, manoeuvres }, startedAt);
  const limits = workOutLimits(to, translation.happenings, { retest, startedAt });
  const verdict = verdictOf(to, drive, limits, plan);
  const lost = translation.marks.filter(({ how }) => how === 'lost').length;
  const enough = verdict.breaches.length > 0 || lost * 2 <= translation.marks.length;
  return { verdict, drive, marks: limits.marks, translation, plan, enough };
}
