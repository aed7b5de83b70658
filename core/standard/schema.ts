import * as z from 'zod';
import { countedSteps, quantityIds, type CountedId } from './quantities';

/** Format tag of the files this program reads and writes. */
export const STANDARD_FORMAT = 'jasperwren-standard/1';

const id = z
  .string()
  .max(80)
  .regex(/^[A-Za-z0-9](?:[A-Za-z0-9._-]*[A-Za-z0-9])?$/, {
    error:
      'must be an id: letters, digits, dot, dash or underscore, beginning and ending with a letter or digit',
  });
const words = z.string().min(1).max(400);
const label = z.string().min(1).max(120);
/** The greatest count of the format; as the maximum of a cap it caps nothing. */
export const MOST = 1_000;
const count = z.int().min(0).max(MOST);
const amount = z.number().min(0).max(1_000_000);
const list = <T extends z.ZodType>(entry: T, most: number, least = 0) =>
  z.array(entry).min(least).max(most).readonly();
const ids = list(id, 200);

/** A mark matches when it meets every key that is given, by any value in it. */
const where = z
  .strictObject({
    severities: ids.optional(),
    sections: ids.optional(),
    items: ids.optional(),
    tags: ids.optional(),
    skills: ids.optional(),
    manoeuvres: ids.optional(),
  })
  .readonly();

/** How often each counted step was made, by its quantity. */
const stepCounts = Object.fromEntries(countedSteps.map(({ id: of }) => [of, count.optional()])) as Record<
  CountedId,
  z.ZodOptional<typeof count>
>;

const quantity = z.union([z.enum(quantityIds), z.templateLiteral(['measure:', z.string().min(1)])], {
  error: `allowed: ${quantityIds.join(', ')}, measure:<id>`,
});

const limit = z
  .strictObject({
    id,
    of: quantity,
    where: where.optional(),
    per: z.enum(['test', 'section', 'item', 'manoeuvre', 'attempt']),
    max: amount,
    ends: z.boolean().default(false),
    because: words,
  })
  .readonly();

/** A count or a reading that becomes a mark. */
const conversion = z
  .strictObject({
    of: quantity,
    manoeuvres: ids.optional(),
    /** The first count or reading that becomes one, and the first that no longer does; left out: all. */
    from: amount.optional(),
    below: amount.optional(),
    item: id,
    severity: id,
  })
  .readonly();

const cap = z
  .strictObject({ id, of: z.literal('faults'), where: where.optional(), max: count, because: words })
  .readonly();

const severity = z
  .strictObject({
    id,
    label,
    short: z.string().min(1).max(4),
    gravity: z.union([z.literal(0), z.literal(1), z.literal(2), z.literal(3)], {
      error: 'allowed: 0 (noted), 1 (minor), 2 (serious), 3 (dangerous)',
    }),
    points: amount.optional(),
  })
  .readonly();

const item = z
  .strictObject({
    id,
    label,
    skill: id,
    tags: ids.default([]),
    severities: list(id, 12, 1),
    points: z.record(id, amount).readonly().optional(),
  })
  .readonly();

const section = z.strictObject({ id, title: label, items: list(item, 200, 1) }).readonly();

const questions = z
  .strictObject({
    explain: count,
    demonstrate: count,
    retries: z.int().min(0).max(5),
    item: z.strictObject({ explain: id, demonstrate: id }).readonly(),
    severity: id,
  })
  .readonly();

const drive = z
  .strictObject({
    minutes: amount,
    independentMinutes: amount.optional(),
    manoeuvres: z.strictObject({ draw: count, from: ids }).readonly().optional(),
    /** Share of tests in which the independent part follows a device; signs in the others. */
    deviceShare: z.number().min(0).max(1).optional(),
    emergencyStopShare: z.number().min(0).max(1).optional(),
    pullUps: count.optional(),
    /** Share of the planned minutes below which a drive is incomplete; 0.75 where it is not given. */
    leastShare: z.number().min(0).max(1).optional(),
  })
  .readonly();

const check = z
  .strictObject({
    id,
    title: label,
    at: z.strictObject({ metres: amount }).readonly().optional(),
    item: id,
    severity: id,
  })
  .readonly();

const measure = z
  .strictObject({ id, label, unit: z.string().max(20), combine: z.enum(['max', 'sum']) })
  .readonly();

const manoeuvre = z
  .strictObject({
    id,
    title: label,
    kind: id,
    sides: list(z.enum(['left', 'right']), 2).optional(),
    clock: z
      .strictObject({ starts: id, seconds: amount.optional(), retestExtraSeconds: amount.optional() })
      .readonly()
      .optional(),
    limits: list(limit, 50).default([]),
  })
  .readonly();

const example = z
  .strictObject({
    title: words,
    /** Values of variants without which it is not asked: both values of one can have their examples. */
    when: z.record(id, amount).readonly().optional(),
    retest: z.boolean().default(false),
    marks: list(
      z
        .strictObject({
          item: id,
          severity: id,
          times: z.int().min(1).max(1_000).default(1),
          run: id.optional(),
        })
        .readonly(),
      200,
    ).default([]),
    measures: list(
      z.strictObject({ measure: id, value: z.number(), run: id.optional() }).readonly(),
      200,
    ).default([]),
    runs: list(
      z
        .strictObject({
          run: id.optional(),
          manoeuvre: id,
          side: z.enum(['left', 'right']).optional(),
          seconds: amount.optional(),
          ...stepCounts,
        })
        .readonly(),
      100,
    ).default([]),
    /** Seconds from the start of the test to its end. */
    elapsed: amount.optional(),
    questionsWrong: count.default(0),
    verdict: z.enum(['pass', 'fail', 'ended']),
    breaches: ids.default([]),
    counts: z.record(id, count).readonly().optional(),
  })
  .readonly();

/** A number on which schools disagree: both values, and why the default is the default. */
const variant = z
  .strictObject({
    id,
    title: label,
    /** Where it stands, by ids: `limits.speed.max`; what has none by its place from 0: `conversions.1.from`. */
    at: z.string().min(1).max(200),
    default: amount,
    other: amount,
    because: words,
  })
  .readonly();

const basis = z
  .strictObject({
    of: z.string().min(1).max(200),
    kind: z.enum(['published', 'practice', 'memory', 'ours']),
    note: words,
  })
  .readonly();

export const standardSchema = z
  .strictObject({
    format: z.literal(STANDARD_FORMAT),
    id,
    version: z.string().regex(/^\d+\.\d+\.\d+$/, { error: 'must be a version such as 1.0.0' }),
    title: label,
    summary: words.optional(),
    licenceClass: label,
    drivingSide: z.enum(['left', 'right']),
    units: z.enum(['imperial', 'metric']),
    basis: list(basis, 500).default([]),
    severities: list(severity, 12, 1),
    sections: list(section, 100, 1),
    limits: list(limit, 200, 1),
    variants: list(variant, 50).default([]),
    caps: list(cap, 50).default([]),
    conversions: list(conversion, 50).default([]),
    questions: questions.optional(),
    drive: drive.optional(),
    checks: list(check, 50).default([]),
    measures: list(measure, 50).default([]),
    manoeuvres: list(manoeuvre, 50).default([]),
    examples: list(example, 200).default([]),
  })
  .readonly();

export type Standard = z.output<typeof standardSchema>;
export type Severity = z.output<typeof severity>;
export type Gravity = Severity['gravity'];
export type Section = z.output<typeof section>;
export type Item = z.output<typeof item>;
export type Limit = z.output<typeof limit>;
export type Cap = z.output<typeof cap>;
export type Conversion = z.output<typeof conversion>;
export type Where = z.output<typeof where>;
export type Manoeuvre = z.output<typeof manoeuvre>;
export type Variant = z.output<typeof variant>;
export type Example = z.output<typeof example>;

/** Names one version of one standard. */
export interface StandardRef {
  readonly id: string;
  readonly version: string;
}
