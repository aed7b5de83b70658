import { exercisedIn, type Judgement, type Setting } from '../marking';
import { areaOf, compileStandard, severityCount, skillAreas, type Standard } from '../standard';

/** One thing to work on, and why it and no other. */
export interface Priority {
  readonly item: string;
  readonly label: string;
  readonly skill: string;
  /** Times it counted today, and how grave the gravest was. */
  readonly times: number;
  readonly gravity: number;
  /** How often each severity counted today, the gravest first. */
  readonly severities: readonly { readonly severity: string; readonly times: number }[];
  /** Added to the chance of passing when it is as good as a ready learner's. */
  readonly gain: number;
  readonly marks: readonly string[];
}

/** "1 serious fault and 3 driving faults today": each severity counted apart. */
export const todayWords = (standard: Standard, { severities }: Pick<Priority, 'severities'>): string =>
  severities.length === 0
    ? 'Not marked today'
    : `${severities.map(({ severity, times }) => severityCount(standard, severity, times)).join(' and ')} today`;

/** So much the chance must rise for a thing that did not go wrong today to be named (ours). */
const LEAST_GAIN = 0.01;
/** A grave fault of today comes before any gain (ours). */
const GRAVE = 10;
const LAST_DRIVES = 3;

/**
 * The few things to work on: what was grave today first, then what costs the test most, with what went wrong today
 * before what did not. No more than `most`, for nobody remembers more.
 *
 * @param gains by item, from the forecast
 */
export function prioritiesOf(
  standard: Standard,
  judgement: Pick<Judgement, 'marks'>,
  gains: readonly { readonly item: string; readonly gain: number }[],
  most = 3,
): readonly Priority[] {
  const { itemOf, severities } = compileStandard(standard);
  const gainOf = new Map(gains.map(({ item, gain }) => [item, gain]));
  const marked = new Map<string, Judgement['marks'][number][]>();
  for (const mark of judgement.marks) {
    if (mark.uncounted !== null || (severities.get(mark.severity)?.gravity ?? 0) === 0) continue;
    const kin = marked.get(mark.item);
    if (kin) kin.push(mark);
    else marked.set(mark.item, [mark]);
  }
  const named = new Set([
    ...marked.keys(),
    ...gains.filter(({ gain }) => gain >= LEAST_GAIN).map(({ item }) => item),
  ]);
  return [...named]
    .map((item): Priority => {
      const { label, skill } = itemOf(item).item;
      const own = marked.get(item) ?? [];
      const gravity = Math.max(0, ...own.map(({ severity }) => severities.get(severity)?.gravity ?? 0));
      return {
        item,
        label,
        skill,
        times: own.length,
        gravity,
        severities: [...standard.severities]
          .sort((a, b) => b.gravity - a.gravity)
          .map(({ id }) => ({ severity: id, times: own.filter(({ severity }) => severity === id).length }))
          .filter(({ times }) => times > 0),
        gain: gainOf.get(item) ?? 0,
        marks: own.map(({ by }) => by),
      };
    })
    .sort((a, b) => rank(b) - rank(a) || a.label.localeCompare(b.label))
    .slice(0, most);
}

const rank = ({ gravity, gain, times }: Priority): number =>
  (gravity >= 2 ? GRAVE * gravity : 0) + gain * (times > 0 ? 2 : 1) + 0.005 * times;

/**
 * Areas that were clean today, in a drive that exercised them, and were not in the drives before.
 *
 * @param before faults by item of the standard, drive by drive, the newest first; the last three count
 */
export function cleanNow(
  standard: Standard,
  today: Judgement,
  setting: Setting,
  before: readonly ReadonlyMap<string, number>[],
): readonly { readonly area: string; readonly title: string; readonly before: number }[] {
  const { itemOf, hasItem, placed, severities } = compileStandard(standard);
  const exercised = exercisedIn(standard, today, setting);
  const driven = new Set(placed.flatMap(({ item }) => (exercised(item) ? [areaOf(item.skill)] : [])));
  const add = (counts: Map<string, number>, item: string, times: number) => {
    const area = hasItem(item) ? areaOf(itemOf(item).item.skill) : null;
    if (area) counts.set(area, (counts.get(area) ?? 0) + times);
  };
  const now = new Map<string, number>();
  for (const { item, severity } of today.marks)
    if ((severities.get(severity)?.gravity ?? 0) > 0) add(now, item, 1);
  const earlier = new Map<string, number>();
  for (const drive of before.slice(0, LAST_DRIVES))
    for (const [item, times] of drive) add(earlier, item, times);
  return skillAreas
    .filter(({ id }) => driven.has(id) && !now.has(id) && (earlier.get(id) ?? 0) > 0)
    .map(({ id, title }) => ({ area: id, title, before: earlier.get(id) ?? 0 }))
    .sort((a, b) => b.before - a.before);
}

/** Areas that a learner and an instructor rate after a drive: those that the standard marks. */
export function ratedAreas(standard: Standard): readonly { readonly id: string; readonly title: string }[] {
  const could = new Set(compileStandard(standard).placed.map(({ item }) => areaOf(item.skill)));
  return skillAreas
    .filter(({ id }) => could.has(id) && id !== 'ready' && id !== 'rules')
    .map(({ id, title }) => ({ id, title }));
}
