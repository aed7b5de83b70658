import { openRun, runningSince, type Judgement } from '../marking';
import {
  addsUpMarks,
  isElapsed,
  isTimed,
  limitOf,
  MOST,
  nearness,
  type Headroom,
  type Standard,
} from '../standard';

/** A limit as the marking screen shows it. */
export interface LimitInView extends Headroom {
  /** Since when its seconds run, ISO instant; null for whatever is not being timed now. */
  readonly runsSince: string | null;
}

/**
 * The limits worth an eye now, the nearest to their end first: faults and points over the whole test; every limit
 * of the manoeuvre under way; all others once something counts in them, the narrow ones when little is left. The time
 * of the whole test, where it is limited, comes last and is not crowded out where there is room for it.
 *
 * @param startedAt ISO instant
 */
export function limitsInView(
  standard: Standard,
  judgement: Judgement,
  startedAt: string,
  most: number,
): readonly LimitInView[] {
  const run = openRun(judgement.drive);
  const ofRun = ({ scope }: Headroom) => 'run' in scope && scope.run === run?.run;
  // Those of the manoeuvre under way come before others that are as near.
  const rank = (row: Headroom) => nearness(row) + (ofRun(row) ? 0.5 : 0);
  const ofTest = ({ limit }: Headroom) => isElapsed(limitOf(standard, limit)?.of);
  const whole = judgement.headroom.filter(ofTest);
  const others = judgement.headroom
    .filter((row) => !ofTest(row) && (ofRun(row) || !atRest(standard, row)))
    .sort((a, b) => rank(b) - rank(a))
    .slice(0, most > 2 ? most - whole.length : most)
    .map((row) => ({
      ...row,
      runsSince: ofRun(row) && isTimed(limitOf(standard, row.limit)?.of) ? (run?.since ?? null) : null,
    }));
  const since = runningSince(judgement.drive, startedAt);
  return [...others, ...whole.map((row) => ({ ...row, runsSince: since }))].slice(0, most);
}

function atRest(standard: Standard, { limit: id, scope, total, left, max }: Headroom): boolean {
  // As good as no limit: another school's value may be put in its place.
  const marks = addsUpMarks(limitOf(standard, id)?.of);
  if (marks && max >= MOST) return true;
  if (scope.per === 'test') return total === 0 && !marks;
  return total === 0 || left > Math.max(1, max / 2);
}
