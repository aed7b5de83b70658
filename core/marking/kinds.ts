import * as z from 'zod';
import type { Problem } from '../problems';
import { featureReference, placeSchema } from '../route';
import {
  markProblems,
  runPhases,
  severityLabel,
  type Happening,
  type TestClock,
  type Standard,
  standardProblem,
  unitText,
} from '../standard';
import { instant } from '../time';
import { PULL_UP } from './counted';
import type { DriveMark } from './mark';
import { markWords, phaseWords, runTitle, stageTitle } from './titles';

/** Letters, digits and a few signs: what ids of devices, events, items and runs are made of. */
export const key = z
  .string()
  .min(1)
  .max(80)
  .regex(/^[\w.:-]+$/, { error: 'must be letters, digits, dot, colon, dash or underscore' });
export const name = z.string().min(1).max(120);
const text = z.string().min(1).max(2_000);
const run = key.nullable().optional();
const where = { place: placeSchema.nullable().optional(), feature: featureReference.nullable().optional() };
const fault = z.strictObject({ item: key, severity: key }).readonly();

/** What an event means for marks and limits. */
export interface Effects {
  readonly standard: Standard;
  readonly mark: (mark: Omit<DriveMark, 'regradedFrom'>) => void;
  readonly happens: (happening: Happening) => void;
  /** The last sort of a flag. */
  readonly sortOf: (flag: string) => { readonly id: string; readonly faults: readonly Fault[] } | undefined;
}

type Fault = z.output<typeof fault>;

/** What checking an event against a standard has to know. */
interface Checking {
  readonly standard: Standard;
  /** Items that another event marks. */
  readonly itemsOf: (event: string) => readonly string[];
}

/** What telling an event in words has to know. */
interface Telling {
  readonly standard: Standard;
  /** Another event in words. */
  readonly about: (event: string) => string;
}

/** All that the program has to know of a kind of event. One that lacks any of it does not compile. */
export interface Kind<E, Own> {
  /** For the list of what was recorded and taken back. */
  readonly words: (event: E, telling: Telling) => string;
  /**
   * What its learner may see: its own fields by name, or nothing. Positions, features (they hold positions),
   * private notes and what was said are not shown.
   */
  readonly shown: (event: E) => Partial<Own> | null;
  /** Whether it is recorded in the car, or at the debrief and on later days. */
  readonly when: 'driving' | 'later';
  /** Whether undoing the last touch takes it back, to be restored from the list of what was taken back. */
  readonly undone: boolean;
  /** Its marks and happenings; null for what only the lists of a drive keep. */
  readonly effect: ((event: E, effects: Effects) => void) | null;
  /** The items that it marks, for whoever grades it. */
  readonly items?: (event: E, standard: Standard) => readonly string[];
  /** What of it the standard does not know, each by its path within the event. */
  readonly problems?: (event: E, checking: Checking) => readonly Problem[];
}

const schemaOf = <K extends string, S extends z.ZodRawShape>(kind: K, own: S) =>
  z
    .strictObject({
      kind: z.literal(kind),
      id: key,
      test: key.optional(),
      device: key,
      seq: z.int().min(0).max(1_000_000_000),
      /** Who recorded it: an id that the school knows. Written by its server; older entries have none. */
      person: key.optional(),
      at: instant,
      ...own,
    })
    .readonly();

const kind = <K extends string, S extends z.ZodRawShape>(
  id: K,
  own: S,
  rules: Kind<z.output<ReturnType<typeof schemaOf<K, S>>>, z.output<z.ZodObject<S>>>,
) => ({ kind: id, schema: schemaOf(id, own), ...rules });

/** What the clock of the whole test is told. */
const onTheClock = (
  { id: by, at, kind: what }: { readonly id: string; readonly at: string; readonly kind: TestClock['kind'] },
  { happens }: Effects,
): void => happens({ kind: what, by, at });

const nothing = () => null;
const asItIs = () => ({});
const byTouch = { when: 'driving', undone: true } as const;
const later = { when: 'later', undone: true } as const;

/** Every kind of event, each with all that is to be known of it: the one list of them. */
export const kinds = [
  kind(
    'stage',
    { stage: name },
    {
      words: ({ stage }) => `stage ${stageTitle(stage)}`,
      shown: ({ stage }) => ({ stage }),
      ...byTouch,
      effect: null,
    },
  ),
  kind(
    'fault',
    { item: key, severity: key, run, ...where },
    {
      words: (event, { standard }) => markWords(standard, event),
      shown: ({ item, severity, run = null }) => ({ item, severity, run }),
      ...byTouch,
      effect: (
        { id: by, at, item, severity, run = null, feature = null, place: position = null },
        { mark },
      ) => mark({ by, at, item, severity, run, feature, place: position, source: 'fault', flag: null }),
      items: ({ item }) => [item],
      problems: (event, { standard }) => markProblems(standard, event, 'item', 'severity'),
    },
  ),
  kind(
    'retract',
    { of: key },
    {
      words: ({ of }, { about }) => `taking back ${about(of)}`,
      shown: ({ of }) => ({ of }),
      when: 'later',
      undone: false,
      effect: null,
    },
  ),
  kind(
    'regrade',
    { of: key, severity: key },
    {
      words: ({ of, severity }, { standard, about }) =>
        `graded as ${severityLabel(standard, severity)}: ${about(of)}`,
      shown: ({ of, severity }) => ({ of, severity }),
      ...later,
      // The mark itself asks for its last grading.
      effect: null,
      problems: ({ of, severity }, { standard, itemsOf }) => {
        const items = itemsOf(of);
        if (items.length === 0) return unknown('severity', severity, 'severity', standard.severities);
        return items.flatMap((item) => markProblems(standard, { item, severity }, 'of', 'severity'));
      },
    },
  ),
  kind(
    'peg',
    { run, ...where },
    {
      words: () => 'flag',
      shown: ({ run = null }) => ({ run }),
      ...byTouch,
      effect: ({ id: flag, at, run = null, feature = null, place: position = null }, { mark, sortOf }) => {
        const sort = sortOf(flag);
        for (const { item, severity } of sort?.faults ?? [])
          mark({
            by: sort?.id ?? flag,
            at,
            item,
            severity,
            run,
            feature,
            place: position,
            source: 'sort',
            flag,
          });
      },
    },
  ),
  kind(
    'sort',
    { of: key, faults: z.array(fault).max(20).readonly() },
    {
      words: ({ faults }, { standard }) =>
        faults.length === 0
          ? 'flag dismissed'
          : `flag sorted as ${faults.map((one) => markWords(standard, one)).join('; ')}`,
      shown: ({ of, faults }) => ({ of, faults: faults.map(({ item, severity }) => ({ item, severity })) }),
      ...later,
      // Its faults stand at the time of its flag.
      effect: null,
      items: ({ faults }) => faults.map(({ item }) => item),
      problems: ({ faults }, { standard }) =>
        faults.flatMap((one, n) => markProblems(standard, one, `faults[${n}].item`, `faults[${n}].severity`)),
    },
  ),
  kind(
    'question',
    {
      question: name,
      part: z.enum(['explain', 'demonstrate']),
      right: z.boolean(),
      attempt: z.int().min(1).max(20),
      /** Key points that were given, by id. */
      points: z.array(key).max(20).readonly().optional(),
    },
    {
      words: ({ part, right }) => `${part} question, ${right ? 'right' : 'wrong'}`,
      shown: ({ question, part, right, attempt }) => ({ question, part, right, attempt }),
      ...byTouch,
      effect: ({ id: by, at, part, right, attempt }, { standard: { questions }, mark }) => {
        if (!questions || right || attempt < 1 + questions.retries) return;
        const marked = { item: questions.item[part], severity: questions.severity };
        mark({ by, at, ...marked, run: null, flag: null, feature: null, place: null, source: 'question' });
      },
      items: ({ part }, { questions }) => (questions ? [questions.item[part]] : []),
    },
  ),
  kind(
    'manoeuvre',
    {
      run: key,
      manoeuvre: key,
      phase: z.enum(runPhases),
      side: z.enum(['left', 'right']).nullable().optional(),
    },
    {
      words: ({ manoeuvre, phase }, { standard }) =>
        `${runTitle(standard, { manoeuvre, side: null })}: ${phaseWords[phase]}`,
      shown: ({ run: id, manoeuvre, phase, side = null }) => ({ run: id, manoeuvre, phase, side }),
      ...byTouch,
      effect: ({ id: by, at, run: id, manoeuvre, phase, side = null }, { happens }) =>
        happens({ kind: 'run', by, at, run: id, manoeuvre, phase, side }),
      problems: ({ manoeuvre }, { standard }) =>
        unknown('manoeuvre', manoeuvre, 'manoeuvre', standard.manoeuvres),
    },
  ),
  kind(
    'measure',
    { measure: key, value: z.number().min(0).max(1_000_000), run },
    {
      words: ({ measure: id, value }, { standard }) => {
        const measure = standard.measures.find((one) => one.id === id);
        return `${measure?.label ?? id} ${value}${measure?.unit ? ` ${unitText(measure.unit)}` : ''}`;
      },
      shown: ({ measure, value, run = null }) => ({ measure, value, run }),
      ...byTouch,
      effect: ({ id: by, at, measure, value, run = null }, { happens }) =>
        happens({ kind: 'measure', by, at, measure, value, run }),
      problems: ({ measure }, { standard }) => unknown('measure', measure, 'measure', standard.measures),
    },
  ),
  kind(
    'fix',
    {
      lat: z.number().min(-90).max(90),
      lon: z.number().min(-180).max(180),
      accuracy: z.number().min(0),
      speed: z.number().min(0).nullable().optional(),
    },
    { words: () => 'position', shown: nothing, when: 'driving', undone: false, effect: null },
  ),
  kind(
    'said',
    { feature: featureReference, text },
    {
      words: ({ text: said }) => `“${said}”`,
      // Pull-ups count against the plan; where they were does not, nor what was said there.
      shown: ({ feature }) =>
        feature.kind === PULL_UP ? { feature: { kind: feature.kind }, text: '' } : null,
      ...byTouch,
      effect: null,
    },
  ),
  kind(
    'intervention',
    { by: z.enum(['voice', 'wheel', 'pedal']) },
    {
      words: ({ by }) => `stepped in: ${by}`,
      shown: ({ by }) => ({ by }),
      ...byTouch,
      effect: null,
    },
  ),
  kind(
    'note',
    {
      text,
      of: key.optional(),
      /** The severity guide wrote down what it was told; absent for an instructor's own words. */
      by: z.literal('severity-guide').optional(),
    },
    {
      words: () => 'note',
      shown: nothing,
      ...later,
      effect: null,
    },
  ),
  kind(
    'goal',
    { text: z.string().min(1).max(200) },
    {
      words: ({ text: goal }) => `goal: ${goal}`,
      shown: ({ text: goal }) => ({ text: goal }),
      ...later,
      effect: null,
    },
  ),
  kind(
    'rating',
    { area: name, value: z.number().min(0).max(10), by: z.enum(['learner', 'instructor']) },
    {
      words: () => 'rating',
      shown: ({ area, value, by }) => ({ area, value, by }),
      when: 'later',
      undone: false,
      effect: null,
    },
  ),
  kind('pause', {}, { words: () => 'pause', shown: asItIs, ...byTouch, effect: onTheClock }),
  kind('resume', {}, { words: () => 'pause', shown: asItIs, ...byTouch, effect: onTheClock }),
  kind(
    'end',
    {
      how: z.enum(['finished', 'stopped', 'abandoned']),
      /** Counted as a full test although parts of the plan are missing; `reason` says why. */
      counts: z.boolean().optional(),
      reason: text.optional(),
    },
    {
      words: () => 'end of the drive',
      shown: ({ how, counts, reason }) => ({ how, ...(counts ? { counts, reason } : {}) }),
      when: 'driving',
      // It is reopened.
      undone: false,
      effect: onTheClock,
    },
  ),
] as const;

function unknown(
  path: string,
  id: string,
  what: string,
  entries: readonly { readonly id: string }[],
): readonly Problem[] {
  if (entries.some((entry) => entry.id === id)) return [];
  return [standardProblem(path, 'unknown', { id, what, known: entries.map((entry) => entry.id) })];
}
