import {
  limitOf,
  scopedTitle,
  type Breach,
  type Headroom,
  type Outcome,
  type Standard,
  type Verdict,
} from '../standard';

export const outcomeWords: Readonly<Record<Outcome, string>> = {
  pass: 'Pass',
  fail: 'Not a pass',
  ended: 'Ended early',
  incomplete: 'Not finished',
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
  const decisive =
    verdict.breaches.find(({ limit }) => limitOf(standard, limit)?.ends) ?? verdict.breaches[0];
  if (decisive) return breachWords(standard, decisive);
  const nearest = [...verdict.headroom].filter(({ max }) => max > 0).sort((a, b) => a.left - b.left)[0];
  if (!nearest) return 'No limit was passed.';
  const limit = limitOf(standard, nearest.limit);
  const title = limit ? scopedTitle(standard, limit, nearest.scope) : nearest.limit;
  return `${title}: ${nearest.total} of ${nearest.max}, ${leftWords(nearest)}`;
}

export function provisionalWords(unsorted: number): string | null {
  if (unsorted === 0) return null;
  return `Provisional: ${unsorted} ${unsorted === 1 ? 'peg' : 'pegs'} to sort`;
}
