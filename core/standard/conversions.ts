import { compileStandard } from './compile';
import type { Happening, Mark, Reading, RunStep } from './happening';
import { countedSteps } from './quantities';
import type { Manoeuvre, Standard } from './schema';

/** What a count or a reading of a drive becomes, one after the other in time order. */
export type Converter = (happening: Happening) => readonly Mark[];

/** The quantity of a conversion that a happening adds to; null where none could. */
const quantityOfStep = (happening: Happening): string | null =>
  happening.kind === 'measure'
    ? `measure:${happening.measure}`
    : happening.kind === 'run'
      ? (countedSteps.find(({ phase }) => phase === happening.phase)?.id ?? null)
      : null;

/**
 * The marks that a standard makes of counts and readings. A step is told by which it is of its run (the third shunt
 * is 3), a reading by its value; it becomes a mark from `from` on and below `below`, at its own time and in its run.
 *
 * @param steps of all runs: the manoeuvre of a run is known from its first, also for what was read before it
 */
export function converterOf(
  standard: Standard,
  steps: Iterable<{ readonly run: string; readonly manoeuvre: string }>,
): Converter {
  const { conversions } = compileStandard(standard);
  if (conversions.length === 0) return () => [];
  const manoeuvres = new Map<string, string>();
  for (const { run, manoeuvre } of steps) if (!manoeuvres.has(run)) manoeuvres.set(run, manoeuvre);
  const counts = new Map<string, number>();
  const valueOf = (of: string, happening: RunStep | Reading): number => {
    if (happening.kind === 'measure') return happening.value;
    const key = `${of} ${happening.run}`;
    const count = (counts.get(key) ?? 0) + 1;
    counts.set(key, count);
    return count;
  };
  return (happening) => {
    const of = quantityOfStep(happening);
    if (of === null || (happening.kind !== 'run' && happening.kind !== 'measure')) return [];
    const { run, by, at } = happening;
    const manoeuvre = run === null ? null : (manoeuvres.get(run) ?? null);
    const value = valueOf(of, happening);
    return conversions.flatMap(({ conversion, matchesRun }): Mark[] => {
      const { from = 0, below = Infinity, item, severity } = conversion;
      if (conversion.of !== of || value < from || value >= below || !matchesRun(manoeuvre)) return [];
      return [{ kind: 'mark', by, at, item, severity, run, converted: of }];
    });
  };
}

/** Happenings with the marks that their standard makes of counts and readings, each after what it was made of. */
export function withConversions(standard: Standard, happenings: readonly Happening[]): readonly Happening[] {
  if (standard.conversions.length === 0) return happenings;
  const convert = converterOf(
    standard,
    happenings.filter((one): one is RunStep => one.kind === 'run'),
  );
  return happenings.flatMap((one) => [one, ...convert(one)]);
}

/** The steps that somebody has to count in runs of a manoeuvre: a limit totals them, or they become marks. */
export function stepsToCount(standard: Standard, { id }: Pick<Manoeuvre, 'id'>): typeof countedSteps {
  const { rules, conversions } = compileStandard(standard);
  const counted = new Set([
    ...rules.filter(({ matchesRun }) => matchesRun(id)).map(({ limit }) => limit.of),
    ...conversions.filter(({ matchesRun }) => matchesRun(id)).map(({ conversion }) => conversion.of),
  ]);
  return countedSteps.filter((step) => counted.has(step.id));
}
