import { MAX_LOG_LENGTH, readLogUnder } from '../../core/marking';
import { evidenceOf, noonOf, readinessOf, usualSettings, type MockDrive } from '../../core/readiness';
import { MAX_STANDARD_LENGTH, readStandard, type Standard } from '../../core/standard';
import { openToRead } from '../store';
import { priorFor, type Prior } from '../work';
import { done, readWith, refused, type Outcome } from './io';

/** Without a school the shipped rates are the prior, and safety questions count as they were marked. */
const shipped: Prior = {
  school: { tests: 0, marks: [], exposures: [] },
  settings: usualSettings,
  questions: [],
  answers: [],
  papers: [],
  papersSeen: null,
};

/**
 * Prints how ready the learner of these logs is, as one JSON object, with the prior that it leans on.
 *
 * @param day of the test, `2026-12-01`; null: the day of the last log
 * @param priorFile database of a school; null: the shipped rates
 */
export async function readinessOfFiles(
  standardFile: string,
  logFiles: readonly string[],
  day: string | null,
  priorFile: string | null,
): Promise<Outcome> {
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
  const marked = logs.flatMap(({ log }): { learner: string; mock: MockDrive }[] =>
    log.ok
      ? [
          {
            learner: log.value.header.learner,
            mock: {
              mock: log.value.header.test,
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
  const learner = marked[0]?.learner ?? '';
  const other = marked.findIndex((mock) => mock.learner !== learner);
  if (other >= 0)
    return refused([
      {
        file: logFiles[other] ?? '',
        problem: {
          path: 'learner',
          message: `is of ${marked[other]?.learner ?? ''}, the first log of ${learner}`,
        },
      },
    ]);
  const last = marked.reduce((latest, { mock }) => (mock.startedAt > latest ? mock.startedAt : latest), '');
  const at = noonOf(day ?? last.slice(0, 10));
  const prior =
    priorFile === null
      ? shipped
      : await schoolPrior(
          priorFile,
          standard.value,
          learner,
          marked.map(({ mock }) => mock),
        );
  const { word, conditions, forecast, tests } = readinessOf({
    learner,
    standard: standard.value,
    evidence: marked.map(({ mock }) => evidenceOf(standard.value, mock)),
    ...prior,
    day: at,
    now: at,
    hours: 0,
  });
  const { pass, low, high, broken, gains } = forecast;
  const from =
    priorFile === null ? { from: 'shipped' } : { from: 'school', file: priorFile, tests: prior.school.tests };
  return done(
    `${JSON.stringify({ learner, day: at, prior: from, word, pass, low, high, tests, broken, gains, conditions })}\n`,
  );
}

async function schoolPrior(
  file: string,
  standard: Standard,
  learner: string,
  mocks: readonly MockDrive[],
): Promise<Prior> {
  const db = openToRead(file);
  try {
    return await priorFor(db, standard, learner, mocks);
  } finally {
    await db.destroy();
  }
}
