import { pickWeighted, type Random } from '../random';
import type { ControlId } from '../vehicle';
import type { Question } from './schema';

/** How many questions of each kind a standard asks. */
export interface DrawRule {
  readonly explain: number;
  readonly demonstrate: number;
}

/** Questions that are asked together in one test; for most standards one of each kind. */
export interface QuestionSet {
  /** The same for the same questions in whatever order. */
  readonly key: string;
  readonly explain: readonly string[];
  readonly demonstrate: readonly string[];
}

/** The key of the set that so many questions make, in whatever order. */
export const setKey = (ids: readonly string[]): string => [...ids].sort().join('+');

/** Largest number of sets that are worked out one by one. */
const MOST_SETS = 50_000;

/** The questions that can be asked in a car: those whose first control it has. */
export const askableIn = (
  questions: readonly Question[],
  lacks: ReadonlySet<ControlId>,
): readonly Question[] =>
  questions.filter(({ controls: [first] }) => first === undefined || !lacks.has(first));

/**
 * Every set that a standard can draw.
 *
 * @throws RangeError for rules that make more than 50 000 sets
 */
export function questionSets(
  questions: readonly Pick<Question, 'id' | 'kind'>[],
  rule: DrawRule,
): readonly QuestionSet[] {
  const ids = (kind: string) => questions.filter((question) => question.kind === kind).map(({ id }) => id);
  const [told, shown] = [ids('explain'), ids('demonstrate')];
  const count = choose(told.length, rule.explain) * choose(shown.length, rule.demonstrate);
  if (count > MOST_SETS) throw new RangeError(`${count} sets of questions: at most ${MOST_SETS}`);
  const demonstrates = combinations(shown, rule.demonstrate);
  return combinations(told, rule.explain).flatMap((explain) =>
    demonstrates.map((demonstrate) => ({
      key: [...explain, ...demonstrate].join('+'),
      explain,
      demonstrate,
    })),
  );
}

/**
 * Draws the next set: none comes again before all have been seen as often, and among those the weak
 * questions come sooner.
 *
 * @param seen keys of the sets drawn so far, with repeats
 * @param weakness weight of a question, above nought; a set weighs as much as its questions together
 * @returns null when the bank has too few questions for the rule
 */
export function drawSet(
  sets: readonly QuestionSet[],
  seen: readonly string[],
  weakness: (question: string) => number,
  random: Random,
): QuestionSet | null {
  const times = new Map<string, number>();
  for (const key of seen) times.set(key, (times.get(key) ?? 0) + 1);
  const least = sets.reduce((most, { key }) => Math.min(most, times.get(key) ?? 0), Infinity);
  return pickWeighted(
    random,
    sets
      .filter(({ key }) => (times.get(key) ?? 0) === least)
      .map((set) => [set, questionsOf(set).reduce((sum, id) => sum + weakness(id), 0)] as const),
  );
}

/** Sets without questions that were passed over just now; all sets where none would be left. */
export function setsWithout(
  sets: readonly QuestionSet[],
  passed: ReadonlySet<string>,
): readonly QuestionSet[] {
  const others = sets.filter((set) => !questionsOf(set).some((id) => passed.has(id)));
  return others.length > 0 ? others : sets;
}

export const questionsOf = ({ explain, demonstrate }: QuestionSet): readonly string[] => [
  ...explain,
  ...demonstrate,
];

/**
 * The chances of so many questions answered wrong in one test, over all sets that can be drawn, each as
 * likely: at index 0 the chance that all are right. Exact, by going through every set.
 *
 * @param right chance that a question is answered right, from 0 to 1
 */
export function wrongChances(
  sets: readonly QuestionSet[],
  right: (question: string) => number,
): readonly number[] {
  const sum: number[] = [];
  for (const set of sets) {
    let chances = [1];
    for (const id of questionsOf(set)) {
      const p = right(id);
      const longer = new Array<number>(chances.length + 1).fill(0);
      chances.forEach((chance, wrong) => {
        longer[wrong] = (longer[wrong] ?? 0) + chance * p;
        longer[wrong + 1] = (longer[wrong + 1] ?? 0) + chance * (1 - p);
      });
      chances = longer;
    }
    chances.forEach((chance, wrong) => (sum[wrong] = (sum[wrong] ?? 0) + chance / sets.length));
  }
  return sum;
}

function combinations(ids: readonly string[], size: number): readonly (readonly string[])[] {
  if (size === 0) return [[]];
  return ids.flatMap((id, n) => combinations(ids.slice(n + 1), size - 1).map((rest) => [id, ...rest]));
}

function choose(n: number, k: number): number {
  let result = 1;
  for (let i = 0; i < k; i += 1) result *= (n - i) / (i + 1);
  return Math.max(0, Math.round(result));
}
