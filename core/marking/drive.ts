import type { Happening, Standard } from '../standard';
import type { DriveEvent, EventOf } from './event';
import { inOrder, retractedIds } from '../log';

/** A fault on record, after regrades and sorts. */
export interface DriveMark {
  /** The event that it came from: a fault, the sort of a peg, or a question. */
  readonly by: string;
  readonly at: string;
  readonly item: string;
  readonly severity: string;
  /** What it was first marked as, when it was regraded since. */
  readonly regradedFrom: string | null;
  readonly run: string | null;
  readonly source: 'fault' | 'sort' | 'question';
  readonly peg: string | null;
  readonly feature: string | null;
  readonly place: { readonly lat: number; readonly lon: number } | null;
}

export interface DrivePeg {
  readonly id: string;
  readonly at: string;
  readonly state: 'unsorted' | 'sorted' | 'dismissed';
}

/** What was taken back, and can be restored: retracting each of `retracts` brings it back. */
export interface TakenBack {
  readonly event: Exclude<DriveEvent, EventOf<'retract' | 'fix' | 'end'>>;
  readonly retracts: readonly string[];
}

/** A log after its retracts, regrades and sorts: what happened, as far as anybody now holds it to be true. */
export interface Drive {
  readonly marks: readonly DriveMark[];
  readonly pegs: readonly DrivePeg[];
  readonly happenings: readonly Happening[];
  readonly stages: readonly EventOf<'stage'>[];
  readonly manoeuvres: readonly EventOf<'manoeuvre'>[];
  readonly pauses: readonly (EventOf<'pause'> | EventOf<'resume'>)[];
  readonly questions: readonly EventOf<'question'>[];
  readonly interventions: readonly EventOf<'intervention'>[];
  readonly notes: readonly EventOf<'note'>[];
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
 * of several regrades (or sorts) of one thing the last in order wins. A sort's faults stand at its peg's time.
 * What names an event that is not in the log has no effect until that event arrives.
 *
 * @param events in any order, with any repeats
 */
export function driveOf(standard: Standard, events: readonly DriveEvent[]): Drive {
  const ordered = inOrder(events);
  const gone = retractedIds(ordered);
  const valid = gone.size === 0 ? ordered : ordered.filter(({ id }) => !gone.has(id));
  const byKind = new Map<string, DriveEvent[]>();
  for (const event of valid) {
    const kin = byKind.get(event.kind);
    if (kin) kin.push(event);
    else byKind.set(event.kind, [event]);
  }
  const only = <K extends DriveEvent['kind']>(kind: K) =>
    (byKind.get(kind) ?? []).filter((event): event is EventOf<K> => event.kind === kind);

  const regrades = new Map(only('regrade').map(({ of, severity }) => [of, severity]));
  const sorts = new Map(only('sort').map((sort) => [sort.of, sort]));
  const allowedAttempts = 1 + (standard.questions?.retries ?? 0);

  const marks: DriveMark[] = [];
  const happenings: Happening[] = [];
  const mark = (first: Omit<DriveMark, 'regradedFrom'>) => {
    const { by, at, item, run, source, peg, feature, place } = first;
    const severity = regrades.get(by) ?? first.severity;
    const regradedFrom = severity === first.severity ? null : first.severity;
    marks.push({ by, at, item, severity, regradedFrom, run, source, peg, feature, place });
    happenings.push({ kind: 'mark', by, at, item, severity, run });
  };

  for (const event of valid) {
    switch (event.kind) {
      case 'fault': {
        const { id: by, at, item, severity, run = null, feature = null, place = null } = event;
        mark({ by, at, item, severity, run, feature, place, source: 'fault', peg: null });
        break;
      }
      case 'peg': {
        const { id: peg, at, run = null, feature = null, place = null } = event;
        const sort = sorts.get(peg);
        for (const { item, severity } of sort?.faults ?? [])
          mark({ by: sort?.id ?? peg, at, item, severity, run, feature, place, source: 'sort', peg });
        break;
      }
      case 'question': {
        const { questions } = standard;
        if (!questions || event.right || event.attempt < allowedAttempts) break;
        const { id: by, at, part } = event;
        const entry = { item: questions.item[part], severity: questions.severity, run: null, peg: null };
        mark({ by, at, ...entry, feature: null, place: null, source: 'question' });
        break;
      }
      case 'manoeuvre':
        happenings.push({
          kind: 'run',
          by: event.id,
          at: event.at,
          run: event.run,
          manoeuvre: event.manoeuvre,
          phase: event.phase,
        });
        break;
      case 'measure': {
        const { id: by, at, measure, value, run = null } = event;
        happenings.push({ kind: 'measure', by, at, measure, value, run });
        break;
      }
      default:
        break;
    }
  }

  return {
    marks,
    happenings,
    pegs: only('peg').map(({ id, at }) => ({ id, at, state: pegState(sorts.get(id)) })),
    stages: only('stage'),
    manoeuvres: only('manoeuvre'),
    pauses: valid.filter(
      (event): event is EventOf<'pause'> | EventOf<'resume'> =>
        event.kind === 'pause' || event.kind === 'resume',
    ),
    questions: only('question'),
    interventions: only('intervention'),
    notes: only('note'),
    ratings: only('rating'),
    said: only('said'),
    fixes: only('fix'),
    end: only('end').at(-1) ?? null,
    lastAt: valid.findLast(({ kind }) => !afterwards.has(kind))?.at ?? null,
    takenBack: gone.size === 0 ? [] : takenBackOf(ordered, valid, gone),
  };
}

/** What is done with a log later, at the debrief or on another day. */
const afterwards: ReadonlySet<DriveEvent['kind']> = new Set(['retract', 'regrade', 'sort', 'note', 'rating']);

function takenBackOf(
  ordered: readonly DriveEvent[],
  valid: readonly DriveEvent[],
  gone: ReadonlySet<string>,
): readonly TakenBack[] {
  const retracts = new Map<string, string[]>();
  for (const event of valid)
    if (event.kind === 'retract') retracts.set(event.of, [...(retracts.get(event.of) ?? []), event.id]);
  // A mark that was moved into a run stands there again, at the same instant.
  const moved = new Set(
    valid.flatMap((event) => (event.kind === 'fault' ? [`${event.at} ${event.item}`] : [])),
  );
  return ordered.flatMap((event): TakenBack[] => {
    if (!gone.has(event.id)) return [];
    // A drive that was reopened is ended anew, or goes on.
    if (event.kind === 'retract' || event.kind === 'fix' || event.kind === 'end') return [];
    if (event.kind === 'fault' && moved.has(`${event.at} ${event.item}`)) return [];
    const of = retracts.get(event.id);
    return of ? [{ event, retracts: of }] : [];
  });
}

function pegState(sort: EventOf<'sort'> | undefined): DrivePeg['state'] {
  if (!sort) return 'unsorted';
  return sort.faults.length === 0 ? 'dismissed' : 'sorted';
}

/** The last word of one of the two about each area. */
export const ratingsBy = (
  { ratings }: Pick<Drive, 'ratings'>,
  who: 'learner' | 'instructor',
): ReadonlyMap<string, number> =>
  new Map(ratings.filter(({ by }) => by === who).map(({ area, value }) => [area, value]));
