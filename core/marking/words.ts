import {
  limitOf,
  limitThatMatters,
  scopedTitle,
  type Breach,
  type Headroom,
  type Outcome,
  type Standard,
  type Verdict,
} from '../standard';
import type { Source } from './event';
import { countsNowhere } from './countsNowhere';
import type { Judgement } from './judge';
import { isMissing, type PlanEntry } from './plan';

/** How a drive came out, as every screen, list and print shows it: a pass of half a test is shown as incomplete. */
export interface DriveResult {
  readonly outcome: Outcome;
  /** What of the plan was not driven. */
  readonly missing: readonly PlanEntry[];
  /** Why it is counted as a full test all the same; null where nobody does, or nothing is missing. */
  readonly countedBecause: string | null;
}

export function resultOf({ verdict, plan }: Pick<Judgement, 'verdict' | 'plan'>): DriveResult {
  const { complete, countedBecause = null } = verdict.plan;
  const short = verdict.outcome === 'pass' && !complete && countedBecause === null;
  return {
    outcome: short ? 'incomplete' : verdict.outcome,
    missing: plan.filter(isMissing),
    countedBecause,
  };
}

export const outcomeWords: Readonly<Record<Outcome, string>> = {
  pass: 'Pass',
  fail: 'Fail',
  ended: 'Ended early',
  incomplete: 'Incomplete',
};

/** "None allowed", "3 left", "1 over". */
export function leftWords({ left, max, total }: Pick<Headroom, 'left' | 'max' | 'total'>): string {
  if (left < 0) return `${-left} over`;
  if (max === 0 && total === 0) return 'none allowed';
  return left === 0 ? 'none left' : `${left} left`;
}

/** "Driving faults: 16, at most 15". */
export function breachWords(standard: Standard, { limit: id, scope, total, max }: Breach): string {
  const limit = limitOf(standard, id);
  const title = limit ? scopedTitle(standard, limit, scope) : id;
  return `${title}: ${total}, ${max === 0 ? 'none allowed' : `at most ${max}`}`;
}

/** The limit that decided it, or what is left of the nearest one. */
export function decisiveWords(standard: Standard, verdict: Pick<Verdict, 'breaches' | 'headroom'>): string {
  const matters = limitThatMatters(standard, verdict);
  if (!matters) return 'No limit was exceeded.';
  if (matters.how === 'exceeded') return breachWords(standard, matters.breach);
  const { limit: id, scope, total, max } = matters.row;
  const limit = limitOf(standard, id);
  const title = limit ? scopedTitle(standard, limit, scope) : id;
  return `${title}: ${total} of ${max}, ${leftWords(matters.row)}`;
}

/** Why it came out so: the limit that decided it; for an incomplete drive what is missing, where something is. */
export function resultWords(
  standard: Standard,
  { outcome, missing, countedBecause }: DriveResult,
  verdict: Pick<Verdict, 'breaches' | 'headroom'>,
): readonly string[] {
  if (outcome === 'incomplete' && missing.length > 0) return [capital(`${missingWords(missing)}.`)];
  const decided = decisiveWords(standard, verdict);
  return countedBecause === null ? [decided] : [decided, countedWords(missing, countedBecause)];
}

/** "Counted as a full test: … (12 of 40 min)". */
export const countedWords = (missing: readonly PlanEntry[], because: string): string =>
  `Counted as a full test: ${because}${missing.length > 0 ? ` (${missingWords(missing)})` : ''}`;

const planTitles: Readonly<Record<PlanEntry['id'], string>> = {
  minutes: 'Driving',
  independent: 'Independent',
  'pull-ups': 'Pull-ups',
  manoeuvres: 'Manoeuvres',
  explain: 'Explain question',
  demonstrate: 'Demonstrate question',
};

const isTime = ({ id }: PlanEntry): boolean => id === 'minutes' || id === 'independent';

/** "4 s of 40 min", "12 of 40 min"; "1 of 3" for what is counted. */
function amountWords(entry: PlanEntry): string {
  const { done, planned } = entry;
  if (!isTime(entry)) return `${done} of ${planned}`;
  const whole = Math.round(planned / 60);
  return done < 60 && done > 0
    ? `${Math.floor(done)} s of ${whole} min`
    : `${Math.floor(done / 60)} of ${whole} min`;
}

/** "Pull-ups: 1 of 3" for one thing of the plan. */
export const planWords = (entry: PlanEntry): string => `${planTitles[entry.id]}: ${amountWords(entry)}`;

/** What a drive lacks, such as "4 s of 40 min, no manoeuvre, no questions". */
export function missingWords(missing: readonly PlanEntry[]): string {
  const none = ({ id, done }: PlanEntry) => (id === 'explain' || id === 'demonstrate') && done === 0;
  const noQuestions = missing.filter(none).length === 2;
  return missing
    .flatMap((entry) => {
      if (!noQuestions || !none(entry)) return [lackWords(entry)];
      return entry.id === 'explain' ? ['no questions'] : [];
    })
    .join(', ');
}

function lackWords(entry: PlanEntry): string {
  const { id, done } = entry;
  const amount = amountWords(entry);
  switch (id) {
    case 'minutes':
      return amount;
    case 'independent':
      return done < 1 ? 'no independent driving' : `${amount} independent`;
    case 'pull-ups':
      return done === 0 ? 'no pull-ups' : `${amount} pull-ups`;
    case 'manoeuvres':
      return done === 0 ? 'no manoeuvre' : `${amount} manoeuvres`;
    case 'explain':
      return done === 0 ? 'no explain question' : `${amount} explain questions`;
    case 'demonstrate':
      return done === 0 ? 'no demonstrate question' : `${amount} demonstrate questions`;
  }
}

/** What else has to be known of a verdict: flags to sort, marks after the end, marks that count nowhere. */
export function remarksOn(
  standard: Standard,
  { verdict, marks }: Judgement,
  source: Source = 'car',
): readonly string[] {
  const some = (count: number, one: string, more: string) =>
    count === 0 ? [] : [`${count} ${count === 1 ? one : more}`];
  return [
    ...(source === 'paper' ? ['From a paper sheet: the marks have no times of their own'] : []),
    ...some(verdict.unsorted, 'flag to sort', 'flags to sort').map((words) => `Provisional: ${words}`),
    ...some(
      marks.filter(({ afterEnd }) => afterEnd).length,
      'mark was made after the end; it counts',
      'marks were made after the end; they count',
    ),
    ...some(
      marks.filter((mark) => countsNowhere(standard, mark)).length,
      'mark counts in no limit where it stands',
      'marks count in no limit where they stand',
    ),
  ];
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
