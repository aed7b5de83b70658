import * as z from 'zod';
import { checkShape, parsed, readJson, type Parsed } from '../../core/problems';
import { grades, MAX_BANK_LENGTH, readBank, type Question, type Recalled } from '../../core/questions';
import type { Paper } from '../../core/readiness';
import { day, instant } from '../../core/time';
import { readWith } from './io';

/** Largest file of documents or answers, in characters. */
const MOST = 4_000_000;

const documents = z
  .array(
    z.strictObject({ title: z.string().min(1).max(80), seen: z.boolean(), until: day.nullish() }).readonly(),
  )
  .max(50)
  .readonly();

const answers = z
  .array(
    z.strictObject({ question: z.string().min(1).max(80), at: instant, grade: z.enum(grades) }).readonly(),
  )
  .max(100_000)
  .readonly();

const read =
  <T extends z.ZodType>(schema: T) =>
  (text: string): Parsed<z.output<T>> => {
    const json = readJson(text, MOST);
    return json.ok ? checkShape(schema, json.value) : json;
  };

/** Documents of a learner: a JSON list of `{ "title", "seen", "until" }`, `until` where they run out. */
export const documentsIn = (file: string): Parsed<readonly Paper[]> => readWith(file, MOST, read(documents));

/** Answers of drills: a JSON list of `{ "question", "at", "grade" }`. */
export const answersIn = (file: string): Parsed<readonly Recalled[]> => readWith(file, MOST, read(answers));

/** The bank that questions are drawn from (`*.questions.json`). */
export function bankIn(file: string): Parsed<readonly Question[]> {
  const bank = readWith(file, MAX_BANK_LENGTH, readBank);
  return bank.ok ? parsed(bank.value.questions) : bank;
}
