import { checkShape, failed, parsed, type Parsed, type Problem } from '../problems';
import { bankSchema, questionSchema, QUESTIONS_FORMAT, type Bank, type Question } from './schema';

/** Largest bank file that is read, in characters. */
export const MAX_BANK_LENGTH = 4_000_000;

/** Reads a bank file; lists every problem with its path. */
export function readBank(text: string): Parsed<Bank> {
  if (text.length > MAX_BANK_LENGTH)
    return failed([{ path: '', message: `is longer than ${MAX_BANK_LENGTH} characters` }]);
  let input: unknown;
  try {
    input = JSON.parse(text);
  } catch (error) {
    return failed([
      { path: '', message: `is not JSON: ${error instanceof Error ? error.message : 'unreadable'}` },
    ]);
  }
  const format = typeof input === 'object' && input !== null && 'format' in input ? input.format : undefined;
  if (format !== QUESTIONS_FORMAT)
    return failed([{ path: 'format', message: `must be ${QUESTIONS_FORMAT}` }]);
  const shape = checkShape(bankSchema, input);
  if (!shape.ok) return shape;
  const problems = shape.value.questions.flatMap((question, n) => [
    ...repeated(shape.value.questions.slice(0, n), question.id, `questions[${n}].id`),
    ...ownProblems(question).map(({ path, message }) => ({ path: `questions[${n}].${path}`, message })),
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
    ...(points.some(({ essential }) => essential)
      ? []
      : [{ path: 'points', message: 'has no essential point: no answer could be wrong' }]),
  ];
}

const repeated = (before: readonly { readonly id: string }[], id: string, path: string): Problem[] =>
  before.some((other) => other.id === id) ? [{ path, message: `is used twice: ${id}` }] : [];
