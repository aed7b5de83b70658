import { parseStandard, type Standard } from '../standard';
import type { DriveEvent, EventBody } from '../marking';

/** The smallest standard with three gravities, a manoeuvre and a measure; tests change what they are about. */
export function standardWith(changes: Readonly<Record<string, unknown>> = {}): Standard {
  const result = parseStandard(standardInput(changes));
  if (!result.ok) throw new Error(JSON.stringify(result.problems, null, 2));
  return result.value;
}

export function standardInput(changes: Readonly<Record<string, unknown>> = {}): Record<string, unknown> {
  const all = ['noted', 'minor', 'grave'];
  return {
    format: 'jasperwren-standard/1',
    id: 'small',
    version: '1.0.0',
    title: 'Small',
    licenceClass: 'car',
    drivingSide: 'left',
    units: 'metric',
    severities: [
      { id: 'noted', label: 'Noted', short: 'N', gravity: 0 },
      { id: 'minor', label: 'Minor', short: 'M', gravity: 1, points: 2 },
      { id: 'grave', label: 'Grave', short: 'G', gravity: 3, points: 10 },
    ],
    sections: [
      {
        id: 'looking',
        title: 'Looking',
        items: [
          { id: 'look', label: 'Look', skill: 'blind-spot', tags: ['observation'], severities: all },
          { id: 'mirror', label: 'Mirror', skill: 'mirrors-routine', tags: ['observation'], severities: all },
        ],
      },
      {
        id: 'control',
        title: 'Control',
        items: [
          { id: 'stall', label: 'Stall', skill: 'stalling', severities: all, points: { minor: 0 } },
          { id: 'answer', label: 'Answer', skill: 'vehicle-safety', severities: ['minor'] },
        ],
      },
    ],
    limits: [
      { id: 'grave', of: 'faults', where: { severities: ['grave'] }, per: 'test', max: 0, because: 'None.' },
    ],
    questions: {
      explain: 1,
      demonstrate: 1,
      retries: 1,
      item: { explain: 'answer', demonstrate: 'answer' },
      severity: 'minor',
    },
    measures: [
      { id: 'rollBack', label: 'Roll-back', unit: 'cm', combine: 'max' },
      { id: 'stalls', label: 'Stalls', unit: '', combine: 'sum' },
    ],
    manoeuvres: [
      {
        id: 'garage',
        title: 'Garage',
        kind: 'bay-park',
        clock: { starts: 'reverse-gear', retestExtraSeconds: 300 },
      },
      { id: 'kerb', title: 'Kerb', kind: 'kerb-reverse-right' },
    ],
    ...changes,
  };
}

export const limitInput = (changes: Readonly<Record<string, unknown>>): Record<string, unknown> => ({
  id: 'tested',
  of: 'faults',
  per: 'test',
  max: 0,
  because: 'Tested.',
  ...changes,
});

/** Instant at so many seconds after eight in the morning. */
export const instant = (seconds: number): string =>
  new Date(Date.UTC(2026, 8, 14, 8, 0, 0) + seconds * 1000).toISOString();

/** A first test that began at eight. */
export const firstTest = { retest: false, startedAt: instant(0) } as const;

/** Events of one device, ten seconds apart and numbered from one, unless `at` says otherwise. */
export function eventsOf(
  bodies: readonly (EventBody & { readonly id?: string; readonly at?: string; readonly device?: string })[],
): DriveEvent[] {
  return bodies.map(
    (body, n) =>
      ({ id: `e${n + 1}`, device: 'd1', seq: n + 1, at: instant(10 * (n + 1)), ...body }) as DriveEvent,
  );
}
