import { checkShape, failed, parsed, readJson, type Parsed, type Problem, within } from '../problems';
import { bankSchema, questionSchema, QUESTIONS_FORMAT, type Bank, type Question } from './schema';
import { problem } from './problems';

/** Largest bank file that is read, in characters. */
export const MAX_BANK_LENGTH = 4_000_000;

/** Reads a bank file; lists every problem with its path. */
export function readBank(text: string): Parsed<Bank> {
  const json = readJson(text, MAX_BANK_LENGTH);
  if (!json.ok) return json;
  const { value: input } = json;
  const format = typeof input === 'object' && input !== null && 'format' in input ? input.format : undefined;
  if (format !== QUESTIONS_FORMAT)
    return failed([problem('format', 'other-format', { wanted: QUESTIONS_FORMAT })]);
  const shape = checkShape(bankSchema, input);
  if (!shape.ok) return shape;
  const problems = shape.value.questions.flatMap((question, n) => [
    ...repeated(shape.value.questions.slice(0, n), question.id, `questions[${n}].id`),
    ...ownProblems(question).map((one) => within(`questions[${n}]`, one)),
  ]);
  return problems.length > 0 ? failed(problems) : shape;
}

/** Checks one question, as it was typed or taken from a file. */
export function parseQuestion(input: unknown): Parsed<Question> {
  const shape = checkShape(questionSchema, input);
  if (!shape.ok) return shape;
  const problems = ownProblems(shape.value);
  return problems.length > 0 ? failed(problems) : parsed(shape.value);
}

export const writeBank = (title: string, questions: readonly Question[]): string =>
  `${JSON.stringify({ format: QUESTIONS_FORMAT, title, questions } satisfies Bank, null, 2)}\n`;

/** What the form alone does not say. */
function ownProblems({ points }: Question): Problem[] {
  return [
    ...points.flatMap(({ id }, n) => repeated(points.slice(0, n), id, `points[${n}].id`)),
    ...(points.some(({ essential }) => essential) ? [] : [problem('points', 'no-essential-point')]),
  ];
}

const repeated = (before: readonly { readonly id: string }[], id: string, path: string): Problem[] =>
  before.some((other) => other.id === id) ? [problem(path, 'used-twice', { id })] : [];
