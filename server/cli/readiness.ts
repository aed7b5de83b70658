import { MAX_LOG_LENGTH, readLogUnder } from '../../core/marking';
import {
  allAnswers,
  evidenceOf,
  noonOf,
  readinessOf,
  usualSettings,
  type MockDrive,
} from '../../core/readiness';
import { MAX_STANDARD_LENGTH, readStandard, type Standard } from '../../core/standard';
import { openToRead } from '../store';
import { priorFor, type Prior } from '../work';
import { done, problemsOf, readWith, refused, wrong, type Outcome } from './io';
import { answersIn, bankIn, documentsIn } from './readinessFiles';

/** Without a school the shipped rates are the prior, and safety questions count as they were marked. */
const shipped: Prior = {
  school: { tests: 0, marks: [], exposures: [] },
  settings: usualSettings,
  questions: [],
  answers: [],
  papers: [],
  papersSeen: null,
};

/** What the screen knows besides the logs; each may be left out. */
interface MoreFiles {
  /** The school's rates are those of its mocks before this day; null: before the test. */
  readonly today: string | null;
  /** The route of each log in their order, by any name; `-` for none. */
  readonly routes: readonly string[];
  readonly documents: string | null;
  readonly questions: string | null;
  readonly answers: string | null;
}

/**
 * Prints how ready the learner of these logs is, as one JSON object, with the prior that it leans on.
 *
 * @param day of the test, `2026-12-01`; null: the day of the last log
 * @param priorFile database of a school; null: the shipped rates
 * @param more what a school knows besides its logs
 */
export async function readinessOfFiles(
  standardFile: string,
  logFiles: readonly string[],
  day: string | null,
  priorFile: string | null,
  more: MoreFiles = { today: null, routes: [], documents: null, questions: null, answers: null },
): Promise<Outcome> {
  const standard = readWith(standardFile, MAX_STANDARD_LENGTH, readStandard);
  if (!standard.ok) return refused(standard.problems.map((problem) => ({ file: standardFile, problem })));
  const logs = logFiles.map((file) => ({
    file,
    log: readWith(file, MAX_LOG_LENGTH, (content) => readLogUnder(standard.value, content)),
  }));
  const papers = more.documents === null ? null : documentsIn(more.documents);
  const bank = more.questions === null ? null : bankIn(more.questions);
  const drilled = more.answers === null ? null : answersIn(more.answers);
  const files = [
    [more.documents, papers],
    [more.questions, bank],
    [more.answers, drilled],
  ] as const;
  const problems = [
    ...logs.flatMap(({ file, log }) => problemsOf(file, log)),
    ...files.flatMap(([file, read]) => (file && read ? problemsOf(file, read) : [])),
  ];
  if (problems.length > 0) return refused(problems);
  if (more.routes.length > 0 && more.routes.length !== logFiles.length)
    return wrong(
      `Give one --route for each --log, - for none: ${logFiles.length}, not ${more.routes.length}.\n`,
    );
  const routeOf = (n: number): string | null => {
    const route = more.routes[n];
    return route === undefined || route === '-' ? null : route;
  };
  const marked = logs.flatMap(({ log }, n): { learner: string; mock: MockDrive }[] =>
    log.ok
      ? [
          {
            learner: log.value.header.learner,
            mock: {
              mock: log.value.header.test,
              startedAt: log.value.header.startedAt,
              route: routeOf(n),
              retest: log.value.header.retest,
              standard: standard.value,
              events: log.value.events,
              onPaper: log.value.header.source === 'paper',
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
  const mocks = marked.map(({ mock }) => mock);
  const prior =
    priorFile === null
      ? shipped
      : await schoolPrior(priorFile, standard.value, learner, mocks, more.today ?? at.slice(0, 10));
  const { word, conditions, forecast, tests, whatIf } = readinessOf({
    learner,
    standard: standard.value,
    evidence: marked.map(({ mock }) => evidenceOf(standard.value, mock)),
    ...prior,
    ...(papers?.ok ? { papers: papers.value } : {}),
    ...(bank?.ok
      ? { questions: bank.value, answers: allAnswers(mocks, drilled?.ok ? drilled.value : []) }
      : {}),
    day: at,
    now: at,
    hours: 0,
  });
  const { pass, low, high, broken, gains } = forecast;
  const from =
    priorFile === null ? { from: 'shipped' } : { from: 'school', file: priorFile, tests: prior.school.tests };
  return done(
    `${JSON.stringify({ learner, day: at, prior: from, word, pass, low, high, tests, broken, gains, conditions, whatIf })}\n`,
  );
}

async function schoolPrior(
  file: string,
  standard: Standard,
  learner: string,
  mocks: readonly MockDrive[],
  day: string,
): Promise<Prior> {
  const db = openToRead(file);
  try {
    return await priorFor(db, standard, learner, mocks, day);
  } finally {
    await db.destroy();
  }
}
