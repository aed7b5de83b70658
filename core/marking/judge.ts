import {
  addsUpMarks,
  compileStandard,
  countsOf,
  limitOf,
  workOutLimits,
  type Headroom,
  type JudgedMark,
  type LimitsResult,
  type Outcome,
  type Standard,
  type Verdict,
} from '../standard';
import { compareInstants } from '../time';
import { driveOf, type Drive } from './drive';
import type { DriveMark } from './mark';
import type { DriveEvent } from './event';
import { planOf, planVerdict, type PlanEntry, type PlannedDrive } from './plan';

/** A verdict with everything it was worked out from, for screens that open a number down to its marks. */
export interface Judgement {
  readonly verdict: Verdict;
  readonly drive: Drive;
  readonly headroom: readonly Headroom[];
  readonly marks: readonly (DriveMark & JudgedMark & { readonly afterEnd: boolean })[];
  /** The drive plan against what was driven, up to the end of the drive, else to its last event. */
  readonly plan: readonly PlanEntry[];
  readonly ending: LimitsResult['ending'];
}

/** Why a test ended: the fault that did it, if it was one, and the reason of the limit. */
export function endingWords(
  standard: Standard,
  { ending, marks }: Pick<Judgement, 'ending' | 'marks'>,
): string {
  if (!ending) return '';
  const limit = limitOf(standard, ending.limit);
  const mark = addsUpMarks(limit?.of) ? marks.find(({ by }) => by === ending.by) : undefined;
  const fault = mark ? `${compileStandard(standard).itemOf(mark.item).item.label}. ` : '';
  return `${fault}${limit?.because ?? ''}`;
}

/** What is known of a drive besides its log. */
export interface DriveStart {
  readonly retest: boolean;
  /** ISO instant. */
  readonly startedAt: string;
}

/**
 * Judges a log under a standard: the same numbers in browser, server, worker and on the command line.
 *
 * @param events in any order, with any repeats; items and severities must be of this standard
 */
export function judge(
  standard: Standard,
  events: readonly DriveEvent[],
  { retest, startedAt }: DriveStart,
): Judgement {
  const drive = driveOf(standard, events);
  const limits = workOutLimits(standard, drive.happenings, { retest, startedAt });
  const marks: Judgement['marks'][number][] = [];
  for (const [n, judged] of limits.marks.entries()) {
    const mark = drive.marks[n];
    if (!mark) continue;
    const { kind, by, at, item, severity, run, points: each, uncounted, limits: counts } = judged;
    const { regradedFrom, source, flag, feature, place } = mark;
    const afterEnd = drive.end !== null && compareInstants(at, drive.end.at) > 0;
    // Written out, for copying by spread costs more here than all the rest.
    marks.push({
      kind,
      by,
      at,
      item,
      severity,
      run,
      points: each,
      uncounted,
      limits: counts,
      regradedFrom,
      source,
      flag,
      feature,
      place,
      afterEnd,
    });
  }
  const plan = planDriven(standard, drive, startedAt);
  const verdict = verdictOf(standard, drive, limits, plan);
  return { verdict, drive, headroom: limits.headroom, marks, plan, ending: limits.ending };
}

/** The plan as far as the log goes: up to its end, else to what last happened. */
export const planDriven = (
  standard: Standard,
  drive: PlannedDrive & Pick<Drive, 'lastAt'>,
  startedAt: string,
): readonly PlanEntry[] =>
  planOf(standard, drive, { startedAt, now: drive.end?.at ?? drive.lastAt ?? startedAt });

/** What limits come to for a drive, as it is printed, sent and kept. */
export function verdictOf(
  standard: Standard,
  drive: Drive,
  limits: LimitsResult,
  plan: readonly PlanEntry[],
): Verdict {
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
    unsorted: drive.flags.filter(({ state }) => state === 'unsorted').length,
    plan: planVerdict(plan, drive.end),
  };
}

function outcomeOf(limits: LimitsResult, drive: Drive): Outcome {
  if (limits.ending) return 'ended';
  if (limits.breaches.length > 0) return 'fail';
  return drive.end?.how === 'finished' ? 'pass' : 'incomplete';
}
