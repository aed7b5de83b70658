import {
  countsOf,
  workOutLimits,
  type Headroom,
  type JudgedMark,
  type LimitsResult,
  type Outcome,
  type Standard,
  type Verdict,
} from '../standard';
import { driveOf, type Drive, type DriveMark } from './drive';
import type { DriveEvent } from './event';

/** A verdict with everything it was worked out from, for screens that open a number down to its marks. */
export interface Judgement {
  readonly verdict: Verdict;
  readonly drive: Drive;
  readonly headroom: readonly Headroom[];
  readonly marks: readonly (DriveMark & JudgedMark)[];
  readonly ending: LimitsResult['ending'];
}

/**
 * Judges a log under a standard: the same numbers in browser, server, worker and on the command line.
 *
 * @param events in any order, with any repeats; items and severities must be of this standard
 */
export function judge(
  standard: Standard,
  events: readonly DriveEvent[],
  options: { readonly retest: boolean },
): Judgement {
  const drive = driveOf(standard, events);
  const limits = workOutLimits(standard, drive.happenings, options);
  const marks = limits.marks.flatMap((judged, n) => {
    const mark = drive.marks[n];
    if (!mark) return [];
    const { kind, by, at, item, severity, run, points: each, uncounted } = judged;
    const { regradedFrom, source, peg, feature, place } = mark;
    const found = { regradedFrom, source, peg, feature, place };
    return [{ kind, by, at, item, severity, run, points: each, uncounted, ...found }];
  });
  const verdict = verdictOf(standard, drive, limits);
  return { verdict, drive, headroom: limits.headroom, marks, ending: limits.ending };
}

/** What limits come to for a drive, as it is printed, sent and kept. */
export function verdictOf(standard: Standard, drive: Drive, limits: LimitsResult): Verdict {
  const counting = limits.marks.filter(({ uncounted }) => uncounted === null);
  const points = counting.reduce((sum, mark) => sum + mark.points, 0);
  return {
    standard: { id: standard.id, version: standard.version },
    outcome: outcomeOf(limits, drive),
    breaches: limits.breaches,
    headroom: limits.headroom.map(({ limit, scope, total, max, left }) => ({
      limit,
      scope,
      total,
      max,
      left,
    })),
    counts: countsOf(standard, limits.marks),
    points: Math.round(points * 1e6) / 1e6,
    unsorted: drive.pegs.filter(({ state }) => state === 'unsorted').length,
  };
}

function outcomeOf(limits: LimitsResult, drive: Drive): Outcome {
  if (limits.ending) return 'ended';
  if (limits.breaches.length > 0) return 'fail';
  return drive.end?.how === 'finished' ? 'pass' : 'incomplete';
}
