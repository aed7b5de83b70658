import { manoeuvresDue, type DueManoeuvre } from '../marking';
import type { Told } from '../problems';
import { countedSteps, markProblems, stepsToCount, type Manoeuvre, type Standard } from '../standard';
import type { Reading, SheetRun, Tally } from './sheetParts';
import type { Timed } from './timed';

type Measure = Standard['measures'][number];

/** The measures that only a manoeuvre is held against: its own limits, or what becomes a mark in it alone. */
export const measuresOfManoeuvre = (
  { measures, conversions, limits }: Standard,
  manoeuvre: Manoeuvre,
): readonly Measure[] =>
  measures.filter(({ id }) =>
    [
      ...manoeuvre.limits.map(({ of }) => of),
      ...conversions.flatMap((one) => (one.manoeuvres?.includes(manoeuvre.id) ? [one.of] : [])),
      ...limits.flatMap(({ of, where }) => (where?.manoeuvres?.includes(manoeuvre.id) ? [of] : [])),
    ].includes(`measure:${id}`),
  );

/** The measures that are asked for once, for the whole test. */
export function measuresOfTest(standard: Standard): readonly Measure[] {
  const own = new Set(standard.manoeuvres.flatMap((one) => measuresOfManoeuvre(standard, one)));
  return standard.measures.filter((measure) => !own.has(measure));
}

/** Where a manoeuvre of the course stands on a sheet: its id, with its side where it has sides. */
export const placeOf = ({
  manoeuvre,
  side,
}: {
  readonly manoeuvre: Pick<Manoeuvre, 'id'>;
  readonly side: DueManoeuvre['side'];
}): string => (side === null ? manoeuvre.id : `${manoeuvre.id} ${side}`);

/**
 * A run as a log has it: its start and its clock, what was counted, then its marks and readings, then its stop. A sheet
 * tells no moments within a run, so all counts come first; movements belong to the last attempt.
 *
 * @param from when it began, ms
 * @returns its events, and when it was over, ms
 */
export function runEvents(
  standard: Standard,
  { manoeuvre: id, side, seconds, counts, readings, tallies }: SheetRun,
  { run, from, marks }: { readonly run: string; readonly from: number; readonly marks: MarksOf },
): { readonly events: readonly Timed[]; readonly until: number } {
  const manoeuvre = standard.manoeuvres.find((one) => one.id === id);
  const until = from + Math.round((seconds ?? 0) * 1000);
  const at = new Date(from).toISOString();
  const over = new Date(until).toISOString();
  const step = (phase: 'start' | 'clock' | 'stop' | (typeof countedSteps)[number]['phase'], when: string) =>
    ({ kind: 'manoeuvre', run, manoeuvre: id, phase, ...(side ? { side } : {}), at: when }) satisfies Timed;
  const counted = countedSteps.flatMap((one) =>
    Array.from({ length: counts[one.id] ?? 0 }, () => step(one.phase, at)),
  );
  return {
    until,
    events: [
      step('start', at),
      ...(manoeuvre?.clock && seconds !== null ? [step('clock', at)] : []),
      ...counted,
      ...marks(tallies, run, over),
      ...readingEvents(readings, run, over),
      step('stop', over),
    ],
  };
}

/** How tallies become marks of a run, or of none. */
export type MarksOf = (tallies: readonly Tally[], run: string | null, at: string) => readonly Timed[];

export const readingEvents = (
  readings: readonly Reading[],
  run: string | null,
  at: string,
): readonly Timed[] =>
  readings.map(({ measure, value }): Timed => ({ kind: 'measure', measure, value, run, at }));

/** What of the manoeuvres on a sheet the standard does not know or does not ask for, by their place. */
export function courseProblems(
  standard: Standard,
  {
    runs,
    readings,
    minutes,
  }: { readonly runs: readonly SheetRun[]; readonly readings: readonly Reading[]; readonly minutes: number },
): readonly Told[] {
  const due = new Set(manoeuvresDue(standard, []).map(placeOf));
  const driven = runs.reduce((sum, { seconds }) => sum + (seconds ?? 0), 0);
  const problems: Told[] = unknownReadings(standard.measures, readings, 'readings');
  if (driven > minutes * 60)
    problems.push({
      path: 'minutes',
      message: `is less than the manoeuvres took together, ${Math.ceil(driven / 60)} minutes`,
    });
  runs.forEach((run, n) => {
    const path = `runs[${n}]`;
    const manoeuvre = standard.manoeuvres.find(({ id }) => id === run.manoeuvre);
    if (!manoeuvre || !due.has(placeOf({ manoeuvre, side: run.side }))) {
      problems.push({ path: `${path}.manoeuvre`, message: `is none of ${standard.title} on this side` });
      return;
    }
    const asked = new Set(stepsToCount(standard, manoeuvre).map(({ id }) => id));
    for (const { id, many } of countedSteps)
      if ((run.counts[id] ?? 0) > 0 && !asked.has(id))
        problems.push({
          path: `${path}.counts.${id}`,
          message: `${many} are not counted in ${manoeuvre.title}`,
        });
    problems.push(
      ...unknownReadings(measuresOfManoeuvre(standard, manoeuvre), run.readings, `${path}.readings`),
      ...run.tallies.flatMap((tally, k) =>
        markProblems(standard, tally, `${path}.tallies[${k}].item`, `${path}.tallies[${k}].severity`),
      ),
    );
  });
  return problems;
}

const unknownReadings = (measures: readonly Measure[], readings: readonly Reading[], path: string): Told[] =>
  readings.flatMap(({ measure }, n) =>
    measures.some(({ id }) => id === measure)
      ? []
      : [{ path: `${path}[${n}].measure`, message: 'is not read here' }],
  );
