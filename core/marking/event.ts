import * as z from 'zod';
import { checkShape, failed, type Parsed } from '../problems';
import { runPhases } from '../standard';
import { instant, zone } from '../time';

const key = z
  .string()
  .min(1)
  .max(80)
  .regex(/^[\w.:-]+$/, { error: 'must be letters, digits, dot, colon, dash or underscore' });
const name = z.string().min(1).max(120);
const text = z.string().min(1).max(2_000);
const place = z
  .strictObject({ lat: z.number().min(-90).max(90), lon: z.number().min(-180).max(180) })
  .readonly();
const run = key.nullable().optional();

const event = <K extends string, S extends z.ZodRawShape>(kind: K, own: S) =>
  z
    .strictObject({
      kind: z.literal(kind),
      id: key,
      test: key.optional(),
      device: key,
      seq: z.int().min(0).max(1_000_000_000),
      at: instant,
      ...own,
    })
    .readonly();

const where = { place: place.nullable().optional(), feature: name.nullable().optional() };
const fault = z.strictObject({ item: key, severity: key }).readonly();

const eventSchema = z.discriminatedUnion(
  'kind',
  [
    event('stage', { stage: name }),
    event('fault', { item: key, severity: key, run, ...where }),
    event('retract', { of: key }),
    event('regrade', { of: key, severity: key }),
    event('peg', { run, ...where }),
    event('sort', { of: key, faults: z.array(fault).max(20).readonly() }),
    event('question', {
      question: name,
      part: z.enum(['explain', 'demonstrate']),
      right: z.boolean(),
      attempt: z.int().min(1).max(20),
      /** Key points that were given, by id. */
      points: z.array(key).max(20).readonly().optional(),
    }),
    event('manoeuvre', {
      run: key,
      manoeuvre: key,
      phase: z.enum(runPhases),
      side: z.enum(['left', 'right']).nullable().optional(),
    }),
    event('measure', { measure: key, value: z.number().min(0).max(1_000_000), run }),
    event('fix', {
      lat: z.number().min(-90).max(90),
      lon: z.number().min(-180).max(180),
      accuracy: z.number().min(0),
      speed: z.number().min(0).nullable().optional(),
    }),
    event('said', { feature: name, text }),
    event('intervention', { by: z.enum(['voice', 'wheel', 'pedal']) }),
    event('note', { text, of: key.optional() }),
    event('rating', { area: name, value: z.number().min(0).max(10), by: z.enum(['learner', 'instructor']) }),
    event('pause', {}),
    event('resume', {}),
    event('end', {
      how: z.enum(['finished', 'stopped', 'abandoned']),
      /** Counted as a full test although parts of the plan are missing; `reason` says why. */
      counts: z.boolean().optional(),
      reason: text.optional(),
    }),
  ],
  {
    error: (issue) =>
      issue.code === 'invalid_union'
        ? 'is no known kind of event; kinds: stage, fault, retract, regrade, peg, sort, question, manoeuvre, measure, fix, said, intervention, note, rating, pause, resume, end'
        : undefined,
  },
);

/** One entry of a drive's log. Entries are only ever added; undo is an entry too. */
export type DriveEvent = z.output<typeof eventSchema>;
export type EventKind = DriveEvent['kind'];
export type EventOf<K extends EventKind> = Extract<DriveEvent, { kind: K }>;

/** What each kind of event holds besides id, device, seq and time. */
export type EventBody = {
  [K in EventKind]: Omit<EventOf<K>, 'id' | 'test' | 'device' | 'seq' | 'at'>;
}[EventKind];

/** Checks the form of one event; whether its items exist is asked of the standard. */
export function parseEvent(input: unknown): Parsed<DriveEvent> {
  const event = checkShape(eventSchema, input);
  if (event.ok && event.value.kind === 'end' && event.value.counts && !event.value.reason?.trim())
    return failed([{ path: 'reason', message: 'is missing; say why this counts as a full test' }]);
  return event;
}

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
  })
  .readonly();

/** First line of a log file: whose drive it was, and under which standard it was marked. */
export type LogHeader = z.output<typeof headerSchema>;
export { eventSchema };
