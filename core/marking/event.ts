import * as z from 'zod';
import { checkShape, failed, type Parsed } from '../problems';
import { instant, zone } from '../time';
import { problem } from './problems';
import { key, kinds, name, type Kind } from './kinds';

type AnyKind = (typeof kinds)[number];
type SchemaOf<K extends AnyKind> = K extends AnyKind ? K['schema'] : never;

const schemas = kinds.map(({ schema }) => schema) as unknown as readonly [
  SchemaOf<AnyKind>,
  ...SchemaOf<AnyKind>[],
];

export const eventSchema = z.discriminatedUnion('kind', schemas, {
  error: (issue) =>
    issue.code === 'invalid_union'
      ? `is no known kind of event; kinds: ${kinds.map(({ kind }) => kind).join(', ')}`
      : undefined,
});

/** One entry of a drive's log. Entries are only ever added; undo is an entry too. */
export type DriveEvent = z.output<SchemaOf<AnyKind>>;
export type EventKind = DriveEvent['kind'];
export type EventOf<K extends EventKind> = Extract<DriveEvent, { kind: K }>;

/** What each kind of event holds besides id, device, seq and time. */
export type EventBody = {
  [K in EventKind]: Omit<EventOf<K>, 'id' | 'test' | 'device' | 'seq' | 'at'>;
}[EventKind];

type Rules = Kind<DriveEvent, DriveEvent>;

const rulesByKind = new Map(kinds.map((rules) => [rules.kind, rules as unknown as Rules]));

/** What the list of kinds says of an event. */
export function rulesOf({ kind }: Pick<DriveEvent, 'kind'>): Rules {
  const rules = rulesByKind.get(kind);
  if (!rules) throw new Error(`${kind} is no kind of event`);
  return rules;
}

/** Checks the form of one event; whether its items exist is asked of the standard. */
export function parseEvent(input: unknown): Parsed<DriveEvent> {
  const event = checkShape(eventSchema, input);
  if (event.ok && event.value.kind === 'end' && event.value.counts && !event.value.reason?.trim())
    return failed([problem('reason', 'no-reason')]);
  return event.ok ? { ok: true, value: asNow(event.value) } : event;
}

/** Notes once began with a word that said what they were. */
const OLD_GOAL = 'Goal: ';
const OLD_GUIDE = 'Severity guide: ';

/** An event of an earlier version, as it is kept now. */
function asNow(event: DriveEvent): DriveEvent {
  if (event.kind !== 'note') return event;
  if (event.of !== undefined && event.text.startsWith(OLD_GUIDE) && event.text.length > OLD_GUIDE.length)
    return { ...event, text: event.text.slice(OLD_GUIDE.length), by: 'severity-guide' };
  if (!event.text.startsWith(OLD_GOAL)) return event;
  const { of: _of, ...note } = event;
  return { ...note, kind: 'goal', text: event.text.slice(OLD_GOAL.length).slice(0, 200) };
}

/** Where the marks of a mock come from. */
export const sources = ['car', 'paper'] as const;
export type Source = (typeof sources)[number];

export const headerSchema = z
  .strictObject({
    kind: z.literal('header'),
    format: z.literal('jasperwren-log/1'),
    test: key,
    standard: z.strictObject({ id: key, version: z.string().min(1).max(40) }).readonly(),
    learner: name,
    retest: z.boolean().default(false),
    startedAt: instant,
    zone,
    /** Where the marks come from: the car where it is not said; those of a sheet of paper have no times of their own. */
    source: z.enum(sources).optional(),
  })
  .readonly();

/** First line of a log file: whose drive it was, and under which standard it was marked. */
export type LogHeader = z.output<typeof headerSchema>;
