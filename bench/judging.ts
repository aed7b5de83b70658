import { readFileSync } from 'node:fs';
import { judge, type DriveEvent } from '../core/marking';
import { readStandard, type Standard } from '../core/standard';
import { figureOf, type Figure } from './table';

export function shipped(id: string): Standard {
  const file = new URL(`../data/standards/${id}.standard.json`, import.meta.url);
  const result = readStandard(readFileSync(file, 'utf8'));
  if (!result.ok) throw new Error(id);
  return result.value;
}

/** A log of so many events, as one is read: faults over all items, with regrades, retracts, flags and sorts among them. */
export function logOf(standard: Standard, length: number): DriveEvent[] {
  const items = standard.sections.flatMap((section) => section.items);
  const written = Array.from({ length }, (_, n): DriveEvent => {
    const base = {
      id: `e${n}`,
      device: `d${n % 2}`,
      seq: n,
      at: new Date(1_790_000_000_000 + n * 5_000).toISOString(),
    };
    const item = items[(n * 7) % items.length];
    const severity = item?.severities[0] ?? '';
    if (n % 11 === 10) return { ...base, kind: 'regrade', of: `e${n - 10}`, severity };
    if (n % 13 === 12) return { ...base, kind: 'retract', of: `e${n - 5}` };
    if (n % 17 === 15) return { ...base, kind: 'peg' };
    if (n % 17 === 16)
      return { ...base, kind: 'sort', of: `e${n - 1}`, faults: [{ item: item?.id ?? '', severity }] };
    return { ...base, kind: 'fault', item: item?.id ?? '', severity, run: null };
  });
  return JSON.parse(JSON.stringify(written)) as DriveEvent[];
}

/** Milliseconds to judge a log of 400 events, from the raw log to the verdict, warm. */
export function judging(): Figure[] {
  return ['fault-ceiling', 'graded-faults'].map((id) => {
    const standard = shipped(id);
    const events = logOf(standard, 400);
    const once = () => {
      const began = performance.now();
      judge(standard, events, { retest: false, startedAt: events[0]?.at ?? '' });
      return performance.now() - began;
    };
    for (let n = 0; n < 300; n += 1) once();
    return figureOf(`judge a log of 400 events, ${id}`, Array.from({ length: 2_000 }, once), 'under 1 ms');
  });
}
