import { featureKindOf } from '../route';
import { areaOf, compileStandard, type PlacedItem, type Standard } from '../standard';
import { secondsSince } from './clock';
import { driveOf, type Drive } from './drive';
import type { DriveEvent } from './event';

/** How often each skill went wrong over some drives; skills that never did are left out. */
export interface Habits {
  readonly drives: number;
  readonly marks: Readonly<Record<string, number>>;
}

/** Counts the marks of drives by skill, under whatever standard each was marked. */
export function habitsOf(
  drives: readonly { readonly standard: Standard; readonly events: readonly DriveEvent[] }[],
): Habits {
  const marks: Record<string, number> = {};
  for (const { standard, events } of drives) {
    const skills = new Map(
      standard.sections.flatMap(({ items }) => items.map(({ id, skill }) => [id, skill] as const)),
    );
    for (const { item } of driveOf(standard, events).marks) {
      const skill = skills.get(item);
      if (skill !== undefined) marks[skill] = (marks[skill] ?? 0) + 1;
    }
  }
  return { drives: drives.length, marks };
}

export const noHabits: Habits = { drives: 0, marks: {} };

/** What the moment tells about which marks come next. */
export interface Moment {
  /** Id of the stage the drive is in. */
  readonly stage: string;
  /** Kind of what lies ahead, or was just asked for; null where nothing is known of the road. */
  readonly feature: string | null;
  /** Marks of this drive so far, by their item. */
  readonly soFar: readonly { readonly item: string }[];
  /** This learner's earlier drives, and those of the whole school. */
  readonly learner: Habits;
  readonly school: Habits;
}

/** How much of a learner's own evidence weighs as much as that of the school, in drives. */
const SCHOOL_WEIGHT = 3;
/** Marks a drive that a skill is given before anything is known of it. */
const UNKNOWN = 0.1;
/** What was marked today comes again more often than a mark of an earlier day says. */
const TODAY_WEIGHT = 1.5;
/** How much likelier the skills of the feature ahead are than those of the open road. */
const AHEAD_WEIGHT = 4;
/** For so long after it was asked for, in seconds, a feature is what the car is at. */
const AHEAD_SECONDS = 150;

/** How much an area of skills belongs to a stage, against one for the open road (common practice). */
function fits(stage: string, skill: string): number {
  const area = areaOf(skill);
  switch (stage) {
    case 'papers':
    case 'checks':
      return area === 'ready' ? 1 : 0.05;
    case 'question':
      if (area === 'ready' || area === 'rules') return 1;
      return skill.startsWith('moving-off') ? 0.8 : 0.2;
    case 'manoeuvre':
      return area === 'manoeuvres' ? 3 : area === 'ready' || area === 'independent' ? 0.02 : 0.6;
    default:
      if (area === 'ready' || area === 'rules') return 0.02;
      if (area === 'manoeuvres') return 0.1;
      return area === 'independent' && stage !== 'independent' ? 0.05 : 1;
  }
}

/**
 * The feature that the drive is at: the one asked for last, as long as what came last came soon after. It
 * changes with events only, never by the clock, so that nothing moves between them.
 */
export function featureAhead({
  said,
  marks,
  stages,
}: Pick<Drive, 'said' | 'marks' | 'stages'>): string | null {
  const last = said.at(-1);
  if (!last) return null;
  const since = (at: string | undefined) => (at === undefined ? 0 : secondsSince(last.at, at));
  const stage = since(stages.at(-1)?.at);
  return stage > 0 || since(marks.at(-1)?.at) > AHEAD_SECONDS ? null : (last.feature.kind ?? null);
}

/** The skills of a feature; a manoeuvre's own skill stands for all its aspects. */
function askedFor(feature: string | null): (skill: string) => boolean {
  const skills = (feature === null ? undefined : featureKindOf(feature)?.skills) ?? [];
  return (skill) => skills.some((of) => skill === of || skill.startsWith(`${of}.`));
}

/**
 * The items of a standard, the most likely to be marked now first: by how often this learner's drives had
 * the skill wrong, leaning on the school's drives while there are few, and by what belongs to the stage and to the feature ahead.
 * Items of one skill share what is known of it; today's own marks count for the very item.
 */
export function likelyItems(standard: Standard, moment: Moment): readonly PlacedItem[] {
  const { placed: all } = compileStandard(standard);
  const ofSkill = new Map<string, number>();
  for (const { item } of all) ofSkill.set(item.skill, (ofSkill.get(item.skill) ?? 0) + 1);
  const today = new Map<string, number>();
  for (const { item } of moment.soFar) today.set(item, (today.get(item) ?? 0) + 1);

  const { learner, school } = moment;
  const schoolRate = (skill: string) =>
    ((school.marks[skill] ?? 0) + UNKNOWN * SCHOOL_WEIGHT) / (school.drives + SCHOOL_WEIGHT);
  const rate = (skill: string) =>
    ((learner.marks[skill] ?? 0) + SCHOOL_WEIGHT * schoolRate(skill)) / (learner.drives + SCHOOL_WEIGHT);
  const asked = askedFor(moment.feature);
  const suits = (skill: string) =>
    asked(skill) ? AHEAD_WEIGHT * Math.max(1, fits(moment.stage, skill)) : fits(moment.stage, skill);
  const score = ({ item }: PlacedItem) =>
    suits(item.skill) *
    (rate(item.skill) / (ofSkill.get(item.skill) ?? 1) +
      (TODAY_WEIGHT * (today.get(item.id) ?? 0)) / (learner.drives + SCHOOL_WEIGHT));

  // What counts in the standard's order stays in it where the scores are equal: sorting is stable.
  return all
    .map((placed) => ({ placed, score: score(placed) }))
    .sort((a, b) => b.score - a.score)
    .map(({ placed }) => placed);
}

/**
 * Where the likely items go on so many pads, so that nothing jumps under a finger: what stays likely stays
 * where it is, newcomers take the places of those that went, and the pad just used is never moved.
 *
 * @param before ids as they are placed now; empty for the first time
 * @param likely ids, the most likely first
 * @param used id of the pad just used, if any
 */
export function placePads(
  before: readonly string[],
  likely: readonly string[],
  most: number,
  used: string | null,
): readonly string[] {
  const wanted = new Set(likely.slice(0, most));
  const kept = before.slice(0, most).map((id) => (wanted.has(id) || id === used ? id : null));
  const held = new Set(kept);
  const newcomers = likely.filter((id) => wanted.has(id) && !held.has(id));
  const placed = kept.map((id) => id ?? newcomers.shift() ?? null);
  return [...placed, ...newcomers].filter((id) => id !== null).slice(0, most);
}
