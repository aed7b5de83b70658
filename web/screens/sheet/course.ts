import type { DueManoeuvre } from '../../../core/marking';
import { placeOf, type Reading, type SheetRun } from '../../../core/session';
import { stepsToCount, type CountedId, type Manoeuvre, type Standard } from '../../../core/standard';
import { talliesOf, type Strokes } from './strokes';

/** Measured values by their measure; null where nothing, or nothing that can be used, is typed. */
export type Readings = Readonly<Record<string, number | null>>;

/** What the sheet says of one manoeuvre. */
export interface RunEntry {
  readonly driven: boolean;
  /** Null where the sheet has none; undefined where what is typed can’t be read. */
  readonly seconds: number | null | undefined;
  readonly counts: Readonly<Partial<Record<CountedId, number>>>;
  readonly readings: Readings;
}

/** A manoeuvre that was driven, with nothing against it: attempts begin with the first. */
export const blankRun = (standard: Standard, manoeuvre: Manoeuvre): RunEntry => ({
  driven: true,
  seconds: null,
  counts: Object.fromEntries(
    stepsToCount(standard, manoeuvre).map(({ id, phase }) => [id, phase === 'attempt' ? 1 : 0]),
  ),
  readings: {},
});

export const readingsOf = (readings: Readings): Reading[] =>
  Object.entries(readings).flatMap(([measure, value]) => (value === null ? [] : [{ measure, value }]));

/** The manoeuvres that were driven, in the order of the course, as a sheet has them. */
export const runsOfSheet = (
  standard: Standard,
  due: readonly DueManoeuvre[],
  entries: ReadonlyMap<string, RunEntry>,
  strokes: Strokes,
): (Omit<SheetRun, 'readings' | 'tallies'> & {
  readonly readings: Reading[];
  readonly tallies: ReturnType<typeof talliesOf>;
})[] =>
  due.flatMap((one) => {
    const place = placeOf(one);
    const entry = entries.get(place);
    if (!entry?.driven) return [];
    return [
      {
        manoeuvre: one.manoeuvre.id,
        side: one.side,
        seconds: entry.seconds ?? null,
        counts: entry.counts,
        readings: readingsOf(entry.readings),
        tallies: talliesOf(standard, strokes, place),
      },
    ];
  });

/** A course without times takes about so long; a drive about so long. */
const COURSE_MINUTES = 15;
const DRIVE_MINUTES = 40;

/** How many minutes a sheet is taken to be of until somebody says: the standard’s own, else what its clocks allow. */
export function usualMinutes({ drive, manoeuvres }: Standard): number {
  const allowed = manoeuvres.reduce((sum, { clock }) => sum + (clock?.seconds ?? 0), 0);
  if (drive?.minutes !== undefined) return drive.minutes;
  if (allowed > 0) return Math.ceil(allowed / 60);
  return drive === undefined && manoeuvres.length > 0 ? COURSE_MINUTES : DRIVE_MINUTES;
}
