import { retractedIds } from '../log';
import { kindOfFeature } from '../route';
import type { DriveEvent, EventKind, EventOf } from './event';
import { GOAL, PULL_UP } from './plan';

type Shown<K extends EventKind> = (event: EventOf<K>) => Partial<EventOf<K>> | null;

const nothing = () => null;
const asItIs = () => ({});

/**
 * What a learner may see of each kind of event: its own fields by name, or nothing. A new kind does not compile
 * until this is decided. Positions, features (their ids hold positions), private notes and what was said are not
 * shown.
 */
const shown: { readonly [K in EventKind]: Shown<K> } = {
  stage: ({ stage }) => ({ stage }),
  fault: ({ item, severity, run = null }) => ({ item, severity, run }),
  retract: ({ of }) => ({ of }),
  regrade: ({ of, severity }) => ({ of, severity }),
  peg: ({ run = null }) => ({ run }),
  sort: ({ of, faults }) => ({
    of,
    faults: faults.map(({ item, severity }) => ({ item, severity })),
  }),
  question: ({ question, part, right, attempt }) => ({ question, part, right, attempt }),
  manoeuvre: ({ run, manoeuvre, phase, side = null }) => ({ run, manoeuvre, phase, side }),
  measure: ({ measure, value, run = null }) => ({ measure, value, run }),
  fix: nothing,
  // Pull-ups count against the plan; where they were does not, nor what was said there.
  said: ({ feature }) => (kindOfFeature(feature) === PULL_UP ? { feature: PULL_UP, text: '' } : null),
  intervention: ({ by }) => ({ by }),
  note: ({ text }) => (text.startsWith(GOAL) ? { text } : null),
  rating: ({ area, value, by }) => ({ area, value, by }),
  pause: asItIs,
  resume: asItIs,
  end: ({ how, counts, reason }) => ({ how, ...(counts ? { counts, reason } : {}) }),
};

/** A log as its learner sees it. What was taken back is left out, and so is the name of each device. */
export function learnerView(events: readonly DriveEvent[]): readonly DriveEvent[] {
  const gone = retractedIds(events);
  const devices = [...new Set(events.map(({ device }) => device))].sort();
  return events.flatMap((event): DriveEvent[] => {
    if (gone.has(event.id) || event.kind === 'retract') return [];
    const own = (shown[event.kind] as Shown<EventKind>)(event);
    const { kind, id, seq, at } = event;
    const device = `d${devices.indexOf(event.device) + 1}`;
    return own === null ? [] : [{ ...own, kind, id, seq, at, device } as DriveEvent];
  });
}
