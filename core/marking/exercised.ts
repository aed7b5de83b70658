import {
  compileStandard,
  manoeuvreOfSkill,
  skillAreas,
  type PlacedItem,
  type Section,
  type Standard,
} from '../standard';
import { elapsedSeconds } from './clock';
import type { Source } from './event';
import { isFixedCourse } from './due';
import type { DriveStart, Judgement } from './judge';
import { isMissing, stageSeconds } from './plan';
import { runsOf } from './run';

/** A shorter drive says nothing of driving, where the standard plans no minutes, in seconds (ours). */
const LEAST_SECONDS = 600;

const areas = new Map(skillAreas.flatMap(({ id, skills }) => skills.map((skill) => [skill.id, id] as const)));

/** What is known of a drive besides its log, for saying what it exercised. */
export interface Setting extends DriveStart {
  /** Ids of the checks that were in order at set-up. */
  readonly ready: readonly string[];
  /** Where its marks come from; from the car where it is not said. */
  readonly source?: Source;
}

/**
 * Whether a drive gave an item the chance to go wrong: its manoeuvre was driven, its check done, its question
 * asked; items of the road when enough of the road was driven. Without that nobody can call it clean.
 */
export function exercisedIn(
  standard: Standard,
  { drive, plan }: Pick<Judgement, 'drive' | 'plan'>,
  { startedAt, ready }: Setting,
): (item: PlacedItem['item']) => boolean {
  const until = drive.end?.at ?? drive.lastAt ?? startedAt;
  const over = runsOf(drive).filter(({ stoppedAt }) => stoppedAt !== null || drive.end !== null);
  const kinds = new Set(
    over.map(({ manoeuvre }) => standard.manoeuvres.find(({ id }) => id === manoeuvre)?.kind ?? manoeuvre),
  );
  const minutes = plan.find(({ id }) => id === 'minutes');
  const enough = minutes ? !isMissing(minutes) : elapsedSeconds(drive, startedAt, until) >= LEAST_SECONDS;
  const driven = isFixedCourse(standard) ? over.length > 0 : enough;
  const alone = stageSeconds(drive, 'independent', until) > 0;
  const checked = new Set(standard.checks.flatMap(({ id, item }) => (ready.includes(id) ? [item] : [])));
  return ({ id, skill }) => {
    const kind = manoeuvreOfSkill(skill);
    if (kind !== null) return kinds.has(kind);
    if (skill === 'vehicle-safety') return drive.questions.length > 0;
    const area = areas.get(skill);
    // Rules are asked by word of mouth: a log does not tell whether they were.
    if (area === 'ready' || area === 'rules') return checked.has(id);
    return area === 'independent' ? alone && driven : driven;
  };
}

/** Sections without a mark in a drive that exercised at least part of them. */
export function cleanSections(
  standard: Standard,
  judgement: Pick<Judgement, 'drive' | 'plan' | 'marks'>,
  setting: Setting,
): readonly Section[] {
  const exercised = exercisedIn(standard, judgement, setting);
  const { itemOf } = compileStandard(standard);
  const marked = new Set(judgement.marks.map(({ item }) => itemOf(item).section.id));
  return standard.sections.filter(({ id, items }) => !marked.has(id) && items.some(exercised));
}
