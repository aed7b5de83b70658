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
 * @param manoeuvreOf of a run, also for what was read before its first step
 */
export function converterOf(standard: Standard, manoeuvreOf: (run: string) => string | null): Converter {
  const { conversions } = standard;
  if (conversions.length === 0) return () => [];
  const { kindOf } = compileStandard(standard);
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
    const manoeuvre = run === null ? null : manoeuvreOf(run);
    const value = valueOf(of, happening);
    return conversions
      .filter(
        (one) =>
          one.of === of &&
          value >= (one.from ?? 0) &&
          value < (one.below ?? Infinity) &&
          (!one.manoeuvres ||
            (manoeuvre !== null &&
              (one.manoeuvres.includes(manoeuvre) || one.manoeuvres.includes(kindOf(manoeuvre) ?? '')))),
      )
      .map(({ item, severity }): Mark => ({ kind: 'mark', by, at, item, severity, run, converted: of }));
  };
}

/** The manoeuvre of each run, from its first step. */
export function manoeuvresOfRuns(
  steps: Iterable<{ readonly run: string; readonly manoeuvre: string }>,
): (run: string) => string | null {
  const known = new Map<string, string>();
  for (const { run, manoeuvre } of steps) if (!known.has(run)) known.set(run, manoeuvre);
  return (run) => known.get(run) ?? null;
}

/** Happenings with the marks that their standard makes of counts and readings, each after what it was made of. */
export function withConversions(standard: Standard, happenings: readonly Happening[]): readonly Happening[] {
  if (standard.conversions.length === 0) return happenings;
  const steps = happenings.filter((one): one is RunStep => one.kind === 'run');
  const convert = converterOf(standard, manoeuvresOfRuns(steps));
  return happenings.flatMap((one) => [one, ...convert(one)]);
}

/** The steps that somebody has to count in runs of a manoeuvre: a limit totals them, or they become marks. */
export function stepsToCount(standard: Standard, { id, kind, limits }: Manoeuvre): typeof countedSteps {
  const about = (named: readonly string[] | undefined): boolean =>
    named === undefined || named.includes(id) || named.includes(kind);
  const counted = new Set([
    ...limits.map(({ of }) => of),
    ...standard.limits.filter(({ where }) => about(where?.manoeuvres)).map(({ of }) => of),
    ...standard.conversions.filter(({ manoeuvres }) => about(manoeuvres)).map(({ of }) => of),
  ]);
  return countedSteps.filter((step) => counted.has(step.id));
}
