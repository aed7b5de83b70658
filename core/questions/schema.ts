import * as z from 'zod';
import { controlIds, type ControlId } from '../vehicle';
import { signIds, type SignId } from './signs';

/** Format tag of the question banks this program reads and writes. */
export const QUESTIONS_FORMAT = 'jasperwren-questions/1';

/** Largest bank, in questions. */
export const MOST_QUESTIONS = 1_000;

/** What kind of question it is; the first two are what standards draw from. */
export const questionKinds = ['explain', 'demonstrate', 'hand-signal', 'rules', 'drill'] as const;
export type QuestionKind = (typeof questionKinds)[number];

export const sourceKinds = ['published', 'practice', 'memory', 'ours'] as const;

const id = z
  .string()
  .max(60)
  .regex(/^[a-z0-9](?:[a-z0-9-]*[a-z0-9])?$/, {
    error: 'must be small letters, digits and dashes, such as rear-fog',
  });
const sentence = z.string().trim().min(1).max(400);
const list = <T extends z.ZodType>(entry: T, most: number, least = 0) =>
  z.array(entry).min(least).max(most).readonly();

const point = z
  .strictObject({
    id,
    text: sentence,
    /** The answer is right when all essential points were given. */
    essential: z.boolean(),
  })
  .readonly();

export const questionSchema = z
  .strictObject({
    id,
    kind: z.enum(questionKinds),
    title: z.string().trim().min(1).max(80),
    /** The question in other words each time, so that words are not learnt by heart. */
    prompts: list(sentence, 5, 1),
    points: list(point, 16, 1),
    /** The points belong in this order. */
    ordered: z.boolean().default(false),
    why: sentence,
    cautions: list(sentence, 5).default([]),
    source: z.strictObject({ kind: z.enum(sourceKinds), note: sentence.optional() }).readonly(),
    /** Controls of the car that the answer names; a question is left out for a car that lacks the first. */
    controls: list(z.enum(controlIds as readonly [ControlId, ...ControlId[]]), 6).default([]),
    /** Asked with the bonnet open. */
    bonnet: z.boolean().default(false),
    /** Sign that is shown with it. */
    sign: z.enum(signIds as readonly [SignId, ...SignId[]]).optional(),
  })
  .readonly();

export const bankSchema = z
  .strictObject({
    format: z.literal(QUESTIONS_FORMAT),
    title: z.string().trim().min(1).max(120),
    questions: list(questionSchema, MOST_QUESTIONS),
  })
  .readonly();

export type KeyPoint = z.output<typeof point>;
export type Question = z.output<typeof questionSchema>;
export type Bank = z.output<typeof bankSchema>;
