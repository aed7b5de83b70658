import { compileStandard, type PlacedItem } from './compile';
import { withConversions } from './conversions';
import type { Happening, Mark } from './happening';
import type { Gravity, Severity, Standard } from './schema';

/** How one mark of a drive stands under another standard. */
export type Carried =
  | { readonly how: 'carried'; readonly by: string; readonly from: Mark; readonly to: Mark }
  | { readonly how: 'lost'; readonly by: string; readonly from: Mark; readonly why: string };

export interface Translation {
  /** To be worked out under the other standard, in time order. */
  readonly happenings: readonly Happening[];
  readonly marks: readonly Carried[];
  /** Items of the other standard that several items of the first came together in. */
  readonly merged: readonly { readonly to: string; readonly from: readonly string[] }[];
  /** Manoeuvres and measures that the other standard does not have. */
  readonly notHeld: readonly string[];
}

/**
 * Carries a drive from one standard to another: items by their skill, severities by their gravity, runs by
 * the kind of manoeuvre, readings by the name of the measure. Where the other standard has no like gravity
 * the next graver one stands in (a mock must not pass what an examiner might fail), but a minor fault never
 * becomes a dangerous one. Between versions of one standard items keep their id. What cannot be carried is named, with its reason.
 */
export function translate(from: Standard, to: Standard, happenings: readonly Happening[]): Translation {
  const runs = runMap(from, to, happenings);
  const measures = new Set(to.measures.map(({ id }) => id));
  const marks: Carried[] = [];
  const carried: Happening[] = [];
  const notHeld = new Set<string>();
  const runOf = (run: string | null): string | null => (run === null ? null : (runs.get(run) ?? null));
  for (const happening of happenings) {
    switch (happening.kind) {
      case 'mark': {
        // What the other standard makes of the same count is its own.
        if (to.conversions.some(({ of }) => of === happening.converted)) break;
        const run = runOf(happening.run);
        const found = carryMark(from, to, happening);
        if (typeof found === 'string') {
          marks.push({ how: 'lost', by: happening.by, from: happening, why: found });
        } else {
          const mark: Mark = { ...happening, ...found, run: run === null ? null : happening.run };
          marks.push({ how: 'carried', by: happening.by, from: happening, to: mark });
          carried.push(mark);
        }
        break;
      }
      case 'run': {
        const run = runOf(happening.run);
        if (run === null) notHeld.add(manoeuvreTitle(from, happening.manoeuvre));
        else carried.push({ ...happening, manoeuvre: run });
        break;
      }
      case 'measure':
        if (measures.has(happening.measure))
          carried.push({ ...happening, run: runOf(happening.run) === null ? null : happening.run });
        else
          notHeld.add(from.measures.find(({ id }) => id === happening.measure)?.label ?? happening.measure);
        break;
      case 'pause':
      case 'resume':
      case 'end':
        carried.push(happening);
        break;
    }
  }
  return {
    happenings: withConversions(to, carried),
    marks,
    merged: mergedItems(marks),
    notHeld: [...notHeld],
  };
}

const manoeuvreTitle = (standard: Standard, id: string): string =>
  standard.manoeuvres.find((manoeuvre) => manoeuvre.id === id)?.title ?? id;

/** Runs by their id, with the manoeuvre that they are under the other standard. */
function runMap(from: Standard, to: Standard, happenings: readonly Happening[]): ReadonlyMap<string, string> {
  const map = new Map<string, string>();
  for (const happening of happenings) {
    if (happening.kind !== 'run' || map.has(happening.run)) continue;
    const kind = from.manoeuvres.find(({ id }) => id === happening.manoeuvre)?.kind;
    const alike = to.manoeuvres.filter((entry) => entry.kind === kind);
    const side = sideOf(happenings, happening.run);
    const like =
      alike.find(({ id }) => id === happening.manoeuvre) ??
      alike.find(({ sides }) => side !== null && sides?.includes(side)) ??
      alike[0];
    if (like) map.set(happening.run, like.id);
  }
  return map;
}

/** The side of a run, where any of its steps tells it. */
function sideOf(happenings: readonly Happening[], run: string): 'left' | 'right' | null {
  for (const one of happenings) if (one.kind === 'run' && one.run === run && one.side) return one.side;
  return null;
}

function carryMark(from: Standard, to: Standard, mark: Mark): { item: string; severity: string } | string {
  const { itemOf, severities } = compileStandard(from);
  const { item } = itemOf(mark.item);
  if (from.id === to.id && stillThere(to, mark)) return { item: mark.item, severity: mark.severity };
  const gravity = severities.get(mark.severity)?.gravity ?? 1;
  const candidates = itemsForSkill(to, item.skill);
  if (candidates.length === 0) return `${to.title} has no item for this skill`;
  const graded = candidates.flatMap(({ item: candidate }) => {
    const severity = severityFor(to, candidate.severities, gravity);
    return severity
      ? [{ item: candidate.id, severity: severity.id, off: Math.abs(severity.gravity - gravity) }]
      : [];
  });
  const [best] = graded.sort((a, b) => a.off - b.off);
  if (!best)
    return gravity === 0
      ? `${to.title} notes nothing that does not count`
      : `${to.title} has no like severity`;
  return { item: best.item, severity: best.severity };
}

/** Between versions of one standard an item that stayed is itself. */
function stillThere(to: Standard, { item, severity }: Mark): boolean {
  const { hasItem, itemOf } = compileStandard(to);
  return hasItem(item) && itemOf(item).item.severities.includes(severity);
}

const foundBefore = new WeakMap<Standard, Map<string, readonly PlacedItem[]>>();

/** Items of the very skill, else of the same manoeuvre in another aspect or as a whole; each sought once. */
function itemsForSkill(standard: Standard, skill: string): readonly PlacedItem[] {
  const known = foundBefore.get(standard) ?? new Map<string, readonly PlacedItem[]>();
  foundBefore.set(standard, known);
  const found = known.get(skill) ?? seekItems(standard, skill);
  known.set(skill, found);
  return found;
}

function seekItems(standard: Standard, skill: string): readonly PlacedItem[] {
  const { placed: all } = compileStandard(standard);
  const same = all.filter(({ item }) => item.skill === skill);
  if (same.length > 0) return same;
  const [whole] = skill.split('.');
  const asWhole = all.filter(({ item }) => item.skill === whole);
  if (asWhole.length > 0) return asWhole;
  return skill.includes('.') ? [] : all.filter(({ item }) => item.skill.startsWith(`${skill}.`));
}

function severityFor(standard: Standard, allowed: readonly string[], gravity: Gravity): Severity | null {
  const choices = standard.severities
    .filter(({ id }) => allowed.includes(id))
    .sort((a, b) => a.gravity - b.gravity);
  if (gravity === 0) return choices.find((choice) => choice.gravity === 0) ?? null;
  const atLeast = choices.find((choice) => choice.gravity >= gravity);
  if (atLeast) return atLeast.gravity - gravity >= 2 ? null : atLeast;
  return choices.findLast((choice) => choice.gravity > 0) ?? null;
}

function mergedItems(marks: readonly Carried[]): Translation['merged'] {
  const sources = new Map<string, Set<string>>();
  for (const entry of marks) {
    if (entry.how !== 'carried') continue;
    const from = sources.get(entry.to.item) ?? new Set();
    sources.set(entry.to.item, from.add(entry.from.item));
  }
  return [...sources].filter(([, from]) => from.size > 1).map(([to, from]) => ({ to, from: [...from] }));
}
