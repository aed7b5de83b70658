import { MAX_LOG_LENGTH, readLogUnder } from '../../core/marking';
import { evidenceOf, readinessOf, usualSettings, type MockDrive } from '../../core/readiness';
import { MAX_STANDARD_LENGTH, readStandard } from '../../core/standard';
import { done, readWith, refused, type Outcome } from './io';

/**
 * Prints how ready the learner of these logs is, as one JSON object. Without a school, the shipped rates are the
 * prior; safety questions count as they were marked.
 *
 * @param day of the test, `2026-12-01`; null: the day of the last log
 */
export function readinessOfFiles(
  standardFile: string,
  logFiles: readonly string[],
  day: string | null,
): Outcome {
  const standard = readWith(standardFile, MAX_STANDARD_LENGTH, readStandard);
  if (!standard.ok) return refused(standard.problems.map((problem) => ({ file: standardFile, problem })));
  const logs = logFiles.map((file) => ({
    file,
    log: readWith(file, MAX_LOG_LENGTH, (content) => readLogUnder(standard.value, content)),
  }));
  const problems = logs.flatMap(({ file, log }) =>
    log.ok ? [] : log.problems.map((problem) => ({ file, problem })),
  );
  if (problems.length > 0) return refused(problems);
  const mocks = logs.flatMap(({ log }): { learner: string; mock: MockDrive }[] =>
    log.ok
      ? [
          {
            learner: log.value.header.learner,
            mock: {
              test: log.value.header.test,
              startedAt: log.value.header.startedAt,
              route: null,
              retest: log.value.header.retest,
              standard: standard.value,
              events: log.value.events,
            },
          },
        ]
      : [],
  );
  const learner = mocks[0]?.learner ?? '';
  const other = mocks.findIndex((mock) => mock.learner !== learner);
  if (other >= 0)
    return refused([
      {
        file: logFiles[other] ?? '',
        problem: {
          path: 'learner',
          message: `is of ${mocks[other]?.learner ?? ''}, the first log of ${learner}`,
        },
      },
    ]);
  const last = mocks.reduce((latest, { mock }) => (mock.startedAt > latest ? mock.startedAt : latest), '');
  const at = day === null ? last : `${day}T12:00:00.000Z`;
  const { word, conditions, forecast, tests } = readinessOf({
    learner,
    standard: standard.value,
    evidence: mocks.map(({ mock }) => evidenceOf(standard.value, mock)),
    school: { tests: 0, marks: [], exposures: [] },
    settings: usualSettings,
    questions: [],
    answers: [],
    papers: [],
    papersSeen: null,
    day: at,
    now: at,
    hours: 0,
  });
  const { pass, low, high, broken, gains } = forecast;
  return done(
    `${JSON.stringify({ learner, day: at, word, pass, low, high, tests, broken, gains, conditions })}\n`,
  );
}
