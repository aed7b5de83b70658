import { problemText } from '../../core/problems';
import { checkStandard, MAX_STANDARD_LENGTH, readStandard, runExamples } from '../../core/standard';
import { done, readWith, refused, type Outcome } from './io';

/** Reads standard files and runs their worked examples; a file that holds gets one line. */
export function checkStandards(files: readonly string[]): Outcome {
  const results = files.map((file) => ({ file, result: readWith(file, MAX_STANDARD_LENGTH, readStandard) }));
  const problems = results.flatMap(({ file, result }) =>
    result.ok ? [] : result.problems.map((problem) => ({ file, problem })),
  );
  if (problems.length > 0) return refused(problems);
  return done(
    results
      .flatMap(({ file, result }) => {
        if (!result.ok) return [];
        const { title, version, limits } = result.value;
        const asked = runExamples(result.value).filter(({ applies }) => applies).length;
        return [
          `${file}: ${title} ${version}: ${limits.length} limits, all ${asked} worked examples hold\n`,
          ...checkStandard(result.value).warnings.map((one) => `${file}: note: ${problemText(one)}\n`),
        ];
      })
      .join(''),
  );
}
