import { checkShape, failed, newerFormat, parsed, readJson, type Parsed, type Problem } from '../problems';
import { runExamples } from './examples';
import { neverMatching, referenceProblems } from './references';
import { STANDARD_FORMAT, standardSchema, type Standard } from './schema';
import { problem } from './problems';

/** Largest standard file that is read, in characters. */
export const MAX_STANDARD_LENGTH = 2_000_000;

/** Reads a standard file. Lists every problem: of form, of references, and examples that do not hold. */
export function readStandard(text: string): Parsed<Standard> {
  const json = readJson(text, MAX_STANDARD_LENGTH);
  return json.ok ? parseStandard(json.value) : json;
}

/** As `readStandard`, for a value that is already JSON. */
export function parseStandard(input: unknown): Parsed<Standard> {
  const { standard, problems } = checkStandard(input);
  return standard && problems.length === 0 ? parsed(standard) : failed(problems);
}

/** A standard under work, as far as it goes. */
export interface CheckedStandard {
  /** Whole in form and references, though its worked examples may not hold yet; else null. */
  readonly standard: Standard | null;
  /** Problems of form, else of references, else of examples; none when it can be kept. */
  readonly problems: readonly Problem[];
  /** What is allowed but can't do anything. */
  readonly warnings: readonly Problem[];
}

/** Checks a standard that is still being written: it can be shown before its examples hold. */
export function checkStandard(input: unknown): CheckedStandard {
  const newer = formatProblem(input);
  if (newer) return refusedFor([newer]);
  const shape = checkShape(standardSchema, input);
  if (!shape.ok) return refusedFor(shape.problems);
  const references = referenceProblems(shape.value);
  if (references.length > 0) return refusedFor(references);
  return {
    standard: shape.value,
    problems: exampleProblems(shape.value),
    warnings: neverMatching(shape.value),
  };
}

const refusedFor = (problems: readonly Problem[]): CheckedStandard => ({
  standard: null,
  problems,
  warnings: [],
});

function formatProblem(input: unknown): Problem | null {
  if (typeof input !== 'object' || input === null || Array.isArray(input)) return problem('', 'no-standard');
  const format = 'format' in input ? input.format : undefined;
  if (format === STANDARD_FORMAT) return null;
  return (
    newerFormat(format, STANDARD_FORMAT) ?? problem('format', 'other-format', { wanted: STANDARD_FORMAT })
  );
}

function exampleProblems(standard: Standard): Problem[] {
  return runExamples(standard).flatMap(({ title, differences }, n) =>
    differences.map(({ at, wanted, found }) =>
      problem(`examples[${n}].${at}`, 'example-fails', { wanted, found, title }),
    ),
  );
}
