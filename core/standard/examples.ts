import { withConversions } from './conversions';
import type { Happening, RunPhase } from './happening';
import { workOutLimits, type LimitsResult } from './limits';
import type { Example, Standard } from './schema';
import { countedSteps } from './quantities';
import { heldValue } from './variants';
import { countsOf } from './verdict';

/** What came out of a worked example, and every way in which it differs from what must come out. */
export interface ExampleResult {
  readonly title: string;
  /** False when it is about a value of a variant that the standard does not hold now; then it holds. */
  readonly applies: boolean;
  readonly holds: boolean;
  readonly differences: readonly {
    readonly at: 'verdict' | 'breaches' | 'counts';
    /** What the example says, and what the limits give. */
    readonly wanted: string;
    readonly found: string;
  }[];
}

/** Judges a standard's own worked examples with the evaluator that judges drives. */
export function runExamples(standard: Standard): readonly ExampleResult[] {
  return standard.examples.map((example) => runExample(standard, example));
}

/** What the limits give for an example; null when it is about a value of a variant that is not held now. */
export function limitsOfExample(standard: Standard, example: Example): LimitsResult | null {
  const applies = Object.entries(example.when ?? {}).every(([id, value]) => {
    const variant = standard.variants.find((entry) => entry.id === id);
    return variant !== undefined && heldValue(standard, variant) === value;
  });
  return applies
    ? workOutLimits(standard, withConversions(standard, happeningsOf(standard, example)), {
        retest: example.retest,
        startedAt: new Date(0).toISOString(),
      })
    : null;
}

function runExample(standard: Standard, example: Example): ExampleResult {
  const result = limitsOfExample(standard, example);
  const applies = result !== null;
  if (!applies) return { title: example.title, applies, holds: true, differences: [] };
  const differences = [
    ...differs('verdict', example.verdict, outcomeOf(result)),
    ...differs('breaches', listed(example.breaches), listed(result.breaches.map(({ limit }) => limit))),
    ...countDifferences(standard, example, result),
  ];
  return { title: example.title, applies, holds: differences.length === 0, differences };
}

const listed = (ids: readonly string[]): string => [...new Set(ids)].sort().join(', ') || 'none';

function differs(at: ExampleResult['differences'][number]['at'], wanted: string, found: string) {
  return wanted === found ? [] : [{ at, wanted, found }];
}

function countDifferences(standard: Standard, example: Example, result: LimitsResult) {
  const counts = countsOf(standard, result.marks);
  return Object.entries(example.counts ?? {}).flatMap(([severity, wanted]) =>
    differs('counts', `${wanted} ${severity}`, `${counts[severity] ?? 0} ${severity}`),
  );
}

function outcomeOf({ ending, breaches }: LimitsResult): Example['verdict'] {
  if (ending) return 'ended';
  return breaches.length > 0 ? 'fail' : 'pass';
}

/** An example as it would have happened: questions first, then marks outside of runs, then each run. */
function happeningsOf(standard: Standard, example: Example): Happening[] {
  const happenings: Happening[] = [];
  let now = 0;
  const next = () => {
    now += 1;
    return { by: `example-${now}`, at: new Date(now).toISOString() };
  };
  const marksOf = (run: string | null) => {
    for (const { item, severity, times } of example.marks.filter((mark) => (mark.run ?? null) === run))
      for (let n = 0; n < times; n += 1) happenings.push({ kind: 'mark', ...next(), item, severity, run });
    for (const reading of example.measures.filter((entry) => (entry.run ?? null) === run))
      happenings.push({ kind: 'measure', ...next(), measure: reading.measure, value: reading.value, run });
  };

  const { questions } = standard;
  for (let wrong = 0; questions && wrong < example.questionsWrong; wrong += 1) {
    const item = wrong < questions.explain ? questions.item.explain : questions.item.demonstrate;
    happenings.push({ kind: 'mark', ...next(), item, severity: questions.severity, run: null });
  }
  marksOf(null);
  for (const { manoeuvre, run = manoeuvre, seconds, ...counts } of example.runs) {
    const step = (phase: RunPhase, times = 1) => {
      for (let n = 0; n < times; n += 1) happenings.push({ kind: 'run', ...next(), run, manoeuvre, phase });
    };
    step('start');
    const startedAt = now;
    for (const { id, phase } of countedSteps) step(phase, counts[id] ?? 0);
    marksOf(run);
    if (seconds !== undefined) now = Math.max(now, startedAt + seconds * 1000 - 1);
    step('stop');
  }
  now = Math.max(now, (example.elapsed ?? 0) * 1000 - 1);
  happenings.push({ kind: 'end', ...next() });
  return happenings;
}
