import type { Standard } from '../standard';
import { fastLimits, NO_MARK } from './cells';
import { passWith, type Gain, type SimulatedTests } from './simulated';

/** One lesson hour: what it is spent on, and the chance of passing after it. */
export interface PlannedHour {
  readonly item: string;
  readonly pass: number;
}

/** An hour is given to one of so many items that gain most. */
const CANDIDATES = 8;
const MOST_HOURS = 40;
/** So many tests are tried again for each choice: more would change no choice that matters. */
const TRIED = 1_200;

/**
 * Spends lesson hours greedily: each on the item where it raises the chance of passing most, when an hour leaves
 * `factor` of an item's rate. Asked of the same simulated tests, so that choices differ by what is practised only.
 *
 * @param pass chance of passing before the first hour
 */
export function hoursPlan(
  standard: Standard,
  tests: SimulatedTests,
  gains: readonly Gain[],
  pass: number,
  { hours, factor }: { readonly hours: number; readonly factor: number },
): readonly PlannedHour[] {
  const { cells, firstBreach } = fastLimits(standard);
  const candidates = gains.slice(0, CANDIDATES).map(({ item }) => item);
  if (candidates.length === 0) return [];
  const candidateOf = Int16Array.from(cells, ({ item }) => candidates.indexOf(item));
  const { marks, luck, starts } = tests;
  const all = starts.length - 1;
  const step = Math.max(1, Math.floor(all / TRIED));
  const left = new Uint16Array(
    starts.reduce((most, start, n) => Math.max(most, start - (starts[n - 1] ?? 0)), 0),
  );
  const keep = new Float64Array(candidates.length).fill(1);

  const chance = (): number => {
    let [sum, tried] = [0, 0];
    for (let test = 0; test < all; test += step) {
      const [from, to] = [starts[test] ?? 0, starts[test + 1] ?? 0];
      for (let n = from; n < to; n += 1) {
        const cell = marks[n] ?? NO_MARK;
        const candidate = candidateOf[cell] ?? -1;
        left[n - from] = candidate >= 0 && (luck[n] ?? 0) >= (keep[candidate] ?? 1) ? NO_MARK : cell;
      }
      sum += passWith(tests, test, firstBreach(left, to - from).at);
      tried += 1;
    }
    return sum / Math.max(1, tried);
  };

  const start = chance();
  const plan: PlannedHour[] = [];
  for (let hour = 0; hour < Math.min(MOST_HOURS, Math.floor(hours)); hour += 1) {
    let best = { candidate: 0, chance: -1 };
    for (let candidate = 0; candidate < candidates.length; candidate += 1) {
      const before = keep[candidate] ?? 1;
      keep[candidate] = before * factor;
      const now = chance();
      keep[candidate] = before;
      if (now > best.chance) best = { candidate, chance: now };
    }
    keep[best.candidate] = (keep[best.candidate] ?? 1) * factor;
    plan.push({ item: candidates[best.candidate] ?? '', pass: Math.min(1, pass + best.chance - start) });
  }
  return plan;
}
