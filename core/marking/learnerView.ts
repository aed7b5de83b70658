import { retractedIds } from '../log';
import { rulesOf, type DriveEvent } from './event';

/** A log as its learner sees it. What was taken back is left out, and so is the name of each device. */
export function learnerView(events: readonly DriveEvent[]): readonly DriveEvent[] {
  const gone = retractedIds(events);
  const devices = [...new Set(events.map(({ device }) => device))].sort();
  return events.flatMap((event): DriveEvent[] => {
    if (gone.has(event.id) || event.kind === 'retract') return [];
    const own = rulesOf(event).shown(event);
    const { kind, id, seq, at } = event;
    const device = `d${devices.indexOf(event.device) + 1}`;
    return own === null ? [] : [{ ...own, kind, id, seq, at, device } as DriveEvent];
  });
}
