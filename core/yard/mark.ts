import type { DriveEvent } from '../marking';
import type { Parsed } from '../problems';
import { failed, parsed } from '../problems';
import { logOf, type Action, type DoneAt } from '../session';
import type { Item, Manoeuvre, Standard } from '../standard';
import type { Course } from './course';
import { problem } from './problems';
import type { Followed, SlipKind } from './run';

/** How a slip is found among the items of a standard: by the skill that it has, or by words in its id or label. */
const looked: Readonly<
  Record<SlipKind | 'shunt' | 'movement', { readonly words: readonly string[]; readonly gravity: number }>
> = {
  line: { words: ['line'], gravity: 2 },
  kerb: { words: ['kerb', 'line'], gravity: 2 },
  cone: { words: ['cone', 'obstacle'], gravity: 2 },
  wall: { words: ['barrier', 'obstacle', 'vehicle'], gravity: 2 },
  dry: { words: [], gravity: 1 },
  'jack-knife': { words: ['jack'], gravity: 2 },
  goal: { words: ['outside', 'not within', 'not over', 'facing', 'where it ends'], gravity: 2 },
  shunt: { words: ['shunt'], gravity: 1 },
  movement: { words: ['further reverse movement'], gravity: 1 },
};

const DRY = 'dry-steering';

/** The manoeuvre of a standard that a course practises, and its side. */
export function manoeuvreFor(
  standard: Standard,
  course: Course,
): { readonly manoeuvre: Manoeuvre; readonly side: 'left' | 'right' | null } | null {
  for (const kind of course.manoeuvres) {
    const alike = standard.manoeuvres.filter((one) => one.kind === kind);
    const ofSide = alike.find(({ sides = [] }) => course.side !== undefined && sides.includes(course.side));
    const manoeuvre = ofSide ?? alike[0];
    if (!manoeuvre) continue;
    const sides = manoeuvre.sides ?? [];
    const own = course.side ?? sides[0] ?? null;
    return { manoeuvre, side: own !== null && sides.includes(own) ? own : (sides[0] ?? null) };
  }
  return null;
}

/** The course that practises a manoeuvre of a standard, on its side where that matters; of several the last. */
export function courseFor(
  courses: readonly Course[],
  { kind }: Pick<Manoeuvre, 'kind'>,
  side: 'left' | 'right' | null,
): Course | null {
  const own = courses.filter(({ manoeuvres }) => manoeuvres.includes(kind));
  const fits = own.filter((course) => side === null || course.side === undefined || course.side === side);
  // First those that are made for this kind, then those that also practise it.
  const first = fits.filter(({ manoeuvres }) => manoeuvres[0] === kind);
  return (first.length > 0 ? first : fits).at(-1) ?? null;
}

/** The item that a slip is marked with: of this kind of manoeuvre before others, by its words before any. */
export function itemFor(standard: Standard, kind: string, slip: keyof typeof looked): Item | null {
  const items = standard.sections.flatMap((section) => section.items);
  if (slip === 'dry') return items.find(({ skill }) => skill === DRY) ?? null;
  const own = items.filter(({ skill }) => skill === kind || skill === `${kind}.accuracy`);
  const yard = items.filter(({ skill }) => skill.endsWith('.accuracy'));
  for (const list of [own, yard])
    for (const word of looked[slip].words) {
      const found = list.find(({ id, label }) => `${id} ${label}`.toLowerCase().includes(word));
      if (found) return found;
    }
  // A count is not a fault of its own where the standard has no item for it.
  if (slip === 'shunt' || slip === 'movement') return null;
  return own.find(({ skill }) => skill === `${kind}.accuracy`) ?? own[0] ?? null;
}

/** The severity of an item that is nearest to a gravity. */
function severityFor(standard: Standard, item: Item, gravity: number): string | null {
  const known = standard.severities.filter(({ id }) => item.severities.includes(id));
  const nearest = known.toSorted((a, b) => Math.abs(a.gravity - gravity) - Math.abs(b.gravity - gravity));
  return nearest[0]?.id ?? null;
}

export interface Practice {
  readonly startedAt: string;
  readonly device: string;
  readonly newId: () => string;
  /** Seconds of a run that is still on: its clock goes on while the vehicle stands. */
  readonly until?: number;
}

/**
 * A run as the events of an ordinary log: the evaluator judges it as it judges any other. A slip that the standard
 * has no item for is a note.
 */
export function markRun(
  standard: Standard,
  course: Course,
  run: Followed,
  { startedAt, device, newId, until = 0 }: Practice,
): Parsed<readonly DriveEvent[]> {
  const found = manoeuvreFor(standard, course);
  if (!found)
    return failed([
      problem('manoeuvres', 'no-manoeuvre', { standard: standard.title, kinds: course.manoeuvres }),
    ]);
  const { manoeuvre, side } = found;
  const done: { t: number; action: Action }[] = [
    { t: 0, action: { do: 'begin', failed: [] } },
    { t: 0, action: { do: 'start-run', manoeuvre: manoeuvre.id, side } },
  ];
  const mark = (slip: keyof typeof looked, t: number, words: string): void => {
    const item = itemFor(standard, manoeuvre.kind, slip);
    const severity = item && severityFor(standard, item, looked[slip].gravity);
    done.push({
      t,
      action: item && severity ? { do: 'mark', item: item.id, severity } : { do: 'note', text: words },
    });
  };
  const counts = new Set(manoeuvre.limits.map(({ of }) => of));
  const clock = manoeuvre.clock?.starts;
  let reverses = 0;
  for (const { gear, from, shunt } of run.movements) {
    if (
      clock &&
      (clock !== 'reverse-gear' || gear === 'reverse') &&
      !done.some(({ action }) => action.do === 'step-run' && action.step === 'clock')
    )
      done.push({ t: from, action: { do: 'step-run', step: 'clock' } });
    if (counts.has('movements') || !counts.has('shunts'))
      done.push({ t: from, action: { do: 'step-run', step: 'movement' } });
    if (shunt) {
      if (counts.has('shunts')) done.push({ t: from, action: { do: 'step-run', step: 'shunt' } });
      if (itemFor(standard, manoeuvre.kind, 'shunt')) mark('shunt', from, '');
    }
    if (gear === 'reverse') {
      reverses += 1;
      if (reverses > 1 && itemFor(standard, manoeuvre.kind, 'movement')) mark('movement', from, '');
    }
  }
  for (const { kind, t, of } of run.slips) mark(kind, t, slipWords(kind, of));
  const end = Math.max(until, ...run.movements.map(({ to }) => to), ...run.slips.map(({ t }) => t));
  done.push(
    { t: end, action: { do: 'stop-run' } },
    { t: end, action: { do: 'end', how: 'finished', countedBecause: null } },
  );
  const began = Date.parse(startedAt);
  const timed = done
    .toSorted((a, b) => a.t - b.t)
    .map(({ t, action }): DoneAt => ({
      action,
      at: new Date(began + Math.round(t * 1000)).toISOString(),
      id: null,
    }));
  return parsed(logOf(standard, { retest: false, startedAt }, timed, { device, newId }));
}

/** The thing with its name; what is part of the name isn't said twice. */
export const thingNamed = (thing: string, of: string): string =>
  of.toLowerCase().includes(thing) ? `the ${of}` : `the ${thing} ${of}`;

const capital = (text: string): string => `${text.charAt(0).toUpperCase()}${text.slice(1)}`;

/** A slip in words. */
export function slipWords(kind: SlipKind, of: string): string {
  switch (kind) {
    case 'line':
      return `A tyre crossed ${thingNamed('line', of)}`;
    case 'kerb':
      return `A tyre touched ${thingNamed('kerb', of)}`;
    case 'cone':
      return `${capital(thingNamed('cone', of))} was touched`;
    case 'wall':
      return `${capital(thingNamed('wall', of))} was touched`;
    case 'dry':
      return 'The wheel was turned while standing';
    case 'jack-knife':
      return 'The trailer jack-knifed';
    case 'goal':
      return `It didn’t end where it should: ${of}`;
    default:
      return kind satisfies never;
  }
}
