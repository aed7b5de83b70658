import { rmSync } from 'node:fs';
import { PassThrough, type Readable } from 'node:stream';
import type {
  EvidenceView,
  ExportLine,
  HotSpotsView,
  PastView,
  ResultView,
  StrictnessView,
} from '../../contract';
import type { StandardRef } from '../../core/standard';
import type { LaidMock, MadeForecast, MadePast } from '../store';
import type { Found, HotSpotFilter, Jobs, ListedReadiness, ToldPast, WorkLine } from './job';
import { keptAnswers } from './kept';
import { work } from './pool';

/** So many questions are kept with their answers. */
const ask = keptAnswers(24);

/** Who asks, and of which database in which state. */
export interface Asking {
  readonly databaseFile: string;
  readonly state: string;
  /** Says that whoever asks has gone. */
  readonly signal: AbortSignal;
}

/** Keeps what a worker found on the way: workers only read. */
export interface Keeping {
  readonly found: (found: Found) => Promise<void>;
  readonly forecasts: (made: readonly MadeForecast[]) => Promise<void>;
  readonly past: (made: readonly MadePast[]) => Promise<void>;
}

type Kept = 'hot spots' | 'readiness list' | 'evidence' | 'past' | 'foretell' | 'strictness';

/** One kind of work of which the answer is kept. @param day with the state, for a day makes evidence older */
function kept<K extends Kept>(
  what: K,
  { databaseFile, state, signal }: Asking,
  day: string,
  asked: Jobs[K]['asked'],
  keep: (answer: Jobs[K]['answer']) => Promise<void> = () => Promise.resolve(),
): Promise<Jobs[K]['answer']> {
  const question = [databaseFile, what, JSON.stringify({ ...asked, now: null })].join('\n');
  return ask(question, `${state} ${day}`, signal, async (stop) => {
    const answer = await work(what, databaseFile, asked, { signal: stop });
    // On a full disk nothing is kept, but the answer stands.
    await keep(answer).catch(() => undefined);
    return answer;
  });
}

/** Where faults gather; in a large school after many changes part by part. */
export async function hotSpotsOf(
  asking: Asking,
  filter: HotSpotFilter,
  keep: (laid: readonly LaidMock[]) => Promise<void>,
): Promise<HotSpotsView> {
  const { view } = await inParts(
    'hot spots',
    asking,
    '',
    filter,
    ({ laid }) => keep(laid),
    ({ view: { pending } }) => pending,
  );
  return view;
}

/** How often something was answered before it was complete, by database and kind of work. */
const parts = new Map<string, number>();

/** How ready everybody is; in a large school after many changes part by part. */
export async function readinessOfSchool(
  asking: Asking,
  now: string,
  keep: Keeping,
): Promise<Omit<ListedReadiness, 'forecasts' | 'found'>> {
  const { rows, pending } = await inParts(
    'readiness list',
    asking,
    now.slice(0, 10),
    { now },
    async ({ forecasts, found }) => {
      await keep.found(found);
      await keep.forecasts(forecasts);
    },
    (answer) => answer.pending,
  );
  return { rows, pending };
}

/** Work that is answered before it is complete: what it lacks is made for whoever asks next. */
async function inParts<K extends Kept>(
  what: K,
  asking: Asking,
  day: string,
  asked: Jobs[K]['asked'],
  keep: (answer: Jobs[K]['answer']) => Promise<void>,
  left: (answer: Jobs[K]['answer']) => number,
): Promise<Jobs[K]['answer']> {
  const whose = `${asking.databaseFile} ${what}`;
  const part = parts.get(whose) ?? 0;
  return kept(what, { ...asking, state: `${asking.state} ${part}` }, day, asked, async (answer) => {
    await keep(answer);
    if (left(answer) > 0) parts.set(whose, part + 1);
  });
}

export async function evidenceOfLearner(
  asking: Asking,
  asked: Jobs['evidence']['asked'],
  keep: Keeping,
): Promise<EvidenceView | null> {
  const { view } = await kept('evidence', asking, asked.now.slice(0, 10), asked, ({ found }) =>
    keep.found(found),
  );
  return view;
}

export const foretold = (asking: Asking, asked: Jobs['foretell']['asked']): Promise<ResultView['foretold']> =>
  kept('foretell', asking, asked.day, asked);

/** From results, and the mocks before them; part by part where many are new. */
export async function strictnessOfTests(asking: Asking, keep: Keeping): Promise<StrictnessView> {
  const { view } = await inParts(
    'strictness',
    asking,
    '',
    {},
    keepsPast(keep),
    ({ view: { pending } }) => pending,
  );
  return view;
}

/** How a learner's chance stood after each of their newest mocks; part by part where many are new. */
export async function pastOfLearner(
  asking: Asking,
  asked: Jobs['past']['asked'],
  keep: Keeping,
): Promise<PastView | null> {
  const { view } = await inParts(
    'past',
    asking,
    asked.now.slice(0, 10),
    asked,
    keepsPast(keep),
    ({ view: told }) => told?.pending ?? 0,
  );
  return view;
}

const keepsPast =
  (keep: Keeping) =>
  async ({ made, found }: Pick<ToldPast, 'made' | 'found'>): Promise<void> => {
    await keep.found(found);
    await keep.past(made);
  };

/**
 * Judges all drives of the school under one standard. The answer is a stream of `RejudgeLine`s, each a line of JSON;
 * closing it ends the work.
 */
export const rejudging = (databaseFile: string, to: StandardRef): Readable =>
  lineByLine('rejudge', databaseFile, { to }, 'The drives could not all be judged.');

/**
 * Makes the school into a zip of plain files. The answer is a stream of `ExportLine`s, each a line of JSON; closing it
 * ends the work, and then nothing is left of it.
 *
 * @param made told when the zip is there; says what the last line is
 */
export function exporting(
  databaseFile: string,
  asked: Jobs['export school']['asked'],
  made: () => Promise<ExportLine>,
): Readable {
  const lines = lineByLine('export school', databaseFile, asked, 'The school could not be exported.', made);
  // A worker that was ended has not tidied up.
  lines.on('close', () => rmSync(`${asked.to}.making`, { force: true }));
  return lines;
}

/** Work that says how far it is. @param last makes the last line, when all went well */
function lineByLine<K extends 'rejudge' | 'export school'>(
  what: K,
  databaseFile: string,
  asked: Jobs[K]['asked'],
  failure: string,
  last: (() => Promise<WorkLine>) | null = null,
): Readable {
  const lines = new PassThrough();
  const gone = new AbortController();
  const write = (line: WorkLine) => lines.write(`${JSON.stringify(line)}\n`);
  lines.on('close', () => gone.abort());
  work(what, databaseFile, asked, { signal: gone.signal, onLine: write })
    .then(async () => last && write(await last()))
    .catch(() => write({ kind: 'failed', detail: failure }))
    .finally(() => lines.end());
  return lines;
}
