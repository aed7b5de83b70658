import { converterOf, type Happening, type Mark, type Standard } from '../standard';
import { rulesOf, type DriveEvent, type EventOf } from './event';
import type { Effects } from './kinds';
import type { DriveMark } from './mark';
import { inOrder, retractedIds } from '../log';

export interface DriveFlag {
  readonly id: string;
  readonly at: string;
  readonly state: 'unsorted' | 'sorted' | 'dismissed';
}

/** What was taken back, and can be restored: retracting each of `retracts` brings it back. */
export interface TakenBack {
  readonly event: DriveEvent;
  readonly retracts: readonly string[];
}

/** A log after its retracts, regrades and sorts: what happened, as far as anybody now holds it to be true. */
export interface Drive {
  readonly marks: readonly DriveMark[];
  readonly flags: readonly DriveFlag[];
  readonly happenings: readonly Happening[];
  readonly stages: readonly EventOf<'stage'>[];
  readonly manoeuvres: readonly EventOf<'manoeuvre'>[];
  readonly pauses: readonly (EventOf<'pause'> | EventOf<'resume'>)[];
  readonly questions: readonly EventOf<'question'>[];
  readonly interventions: readonly EventOf<'intervention'>[];
  readonly notes: readonly EventOf<'note'>[];
  /** What the next lesson is for. */
  readonly goals: readonly EventOf<'goal'>[];
  readonly ratings: readonly EventOf<'rating'>[];
  readonly said: readonly EventOf<'said'>[];
  readonly fixes: readonly EventOf<'fix'>[];
  readonly end: EventOf<'end'> | null;
  /** When something last happened in the car; what is put right afterwards is left out. Null for an empty log. */
  readonly lastAt: string | null;
  /** In time order; what was put in the place of something else is left out. */
  readonly takenBack: readonly TakenBack[];
}

/**
 * Reduces a log to what it tells. Retracts, regrades and sorts are applied first, whenever they were made;
 * of several regrades (or sorts) of one thing the last in order wins. A sort's faults stand at its flag's time.
 * What names an event that is not in the log has no effect until that event arrives.
 *
 * @param events in any order, with any repeats
 */
export function driveOf(standard: Standard, events: readonly DriveEvent[]): Drive {
  const ordered = inOrder(events);
  const gone = retractedIds(ordered);
  const valid: DriveEvent[] = [];
  const retracted: DriveEvent[] = [];
  const byKind = new Map<string, DriveEvent[]>();
  const pauses: Drive['pauses'][number][] = [];
  let lastAt: string | null = null;
  for (const event of ordered) {
    if (gone.has(event.id)) {
      retracted.push(event);
      continue;
    }
    valid.push(event);
    const kin = byKind.get(event.kind);
    if (kin) kin.push(event);
    else byKind.set(event.kind, [event]);
    if (event.kind === 'pause' || event.kind === 'resume') pauses.push(event);
    if (rulesOf(event).when === 'driving') lastAt = event.at;
  }
  const only = <K extends DriveEvent['kind']>(kind: K) =>
    (byKind.get(kind) ?? []).filter((event): event is EventOf<K> => event.kind === kind);

  const regrades = new Map(only('regrade').map(({ of, severity }) => [of, severity]));
  const sorts = new Map(only('sort').map((sort) => [sort.of, sort]));

  const marks: DriveMark[] = [];
  const happenings: Happening[] = [];
  const convert = converterOf(standard, only('manoeuvre'));
  const record = (
    { by, at, item, severity: first, run, source, flag, feature, place }: Omit<DriveMark, 'regradedFrom'>,
    converted: Mark['converted'] | null = null,
  ): void => {
    const severity = regrades.get(by) ?? first;
    const regradedFrom = severity === first ? null : first;
    marks.push({ by, at, item, severity, regradedFrom, run, source, flag, feature, place });
    happenings.push(
      converted
        ? { kind: 'mark', by, at, item, severity, run, converted }
        : { kind: 'mark', by, at, item, severity, run },
    );
  };
  const effects: Effects = {
    standard,
    mark: (mark) => record(mark),
    happens: (happening) => {
      happenings.push(happening);
      // A count or reading that the standard makes a mark of.
      for (const { by, at, item, severity, run, converted } of convert(happening))
        record(
          { by, at, item, severity, run, source: 'conversion', flag: null, feature: null, place: null },
          converted,
        );
    },
    sortOf: (flag) => sorts.get(flag),
  };
  for (const event of valid) rulesOf(event).effect?.(event, effects);

  return {
    marks,
    happenings,
    flags: only('peg').map(({ id, at }) => ({ id, at, state: flagState(sorts.get(id)) })),
    stages: only('stage'),
    manoeuvres: only('manoeuvre'),
    pauses,
    questions: only('question'),
    interventions: only('intervention'),
    notes: only('note'),
    goals: only('goal'),
    ratings: only('rating'),
    said: only('said'),
    fixes: only('fix'),
    end: only('end').at(-1) ?? null,
    lastAt,
    takenBack: takenBackOf(retracted, only('retract'), only('fault')),
  };
}

function takenBackOf(
  retracted: readonly DriveEvent[],
  retracts: readonly EventOf<'retract'>[],
  faults: readonly EventOf<'fault'>[],
): readonly TakenBack[] {
  if (retracted.length === 0) return [];
  const by = new Map<string, string[]>();
  for (const { id, of } of retracts) by.set(of, [...(by.get(of) ?? []), id]);
  // A mark that was moved into a run stands there again, at the same instant.
  const instants = new Set(retracted.map(({ at }) => at));
  const moved = new Set(faults.flatMap(({ at, item }) => (instants.has(at) ? [`${at} ${item}`] : [])));
  return retracted.flatMap((event): TakenBack[] => {
    if (!rulesOf(event).undone) return [];
    if (event.kind === 'fault' && moved.has(`${event.at} ${event.item}`)) return [];
    const of = by.get(event.id);
    return of ? [{ event, retracts: of }] : [];
  });
}

function flagState(sort: EventOf<'sort'> | undefined): DriveFlag['state'] {
  if (!sort) return 'unsorted';
  return sort.faults.length === 0 ? 'dismissed' : 'sorted';
}

/** The last word of one of the two about each area. */
export const ratingsBy = (
  { ratings }: Pick<Drive, 'ratings'>,
  who: 'learner' | 'instructor',
): ReadonlyMap<string, number> =>
  new Map(ratings.filter(({ by }) => by === who).map(({ area, value }) => [area, value]));
