import { ascending, descending } from 'd3-array';
import { rmSync } from 'node:fs';
import { PassThrough, type Readable } from 'node:stream';
import type {
  EvidenceView,
  ExportLine,
  HotSpotsView,
  PastView,
  RejudgedMock,
  RejudgeLine,
  ResultView,
  StrictnessView,
} from '../../contract';
import type { StandardRef } from '../../core/standard';
import type { LaidMock, MadeForecast, MadePast } from '../store';
import type { Found, Half, HotSpotFilter, Jobs, ListedReadiness, ToldPast, WorkLine } from './job';
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
 * Judges all drives of the school under one standard, newest first. The answer is a stream of `RejudgeLine`s, each a
 * line of JSON; closing it ends the work.
 */
export const rejudging = (databaseFile: string, to: StandardRef): Readable =>
  lineByLine((write, signal) => rejudgeHalves(databaseFile, to, write, signal), {
    failure: 'The drives could not all be judged.',
  });

type DrivesLine = Extract<RejudgeLine, { kind: 'drives' }>;

/** Both workers judge one half each; what they tell goes on as one. */
async function rejudgeHalves(
  databaseFile: string,
  to: StandardRef,
  write: (line: RejudgeLine) => void,
  signal: AbortSignal,
): Promise<void> {
  const told: Record<Half, DrivesLine[]> = { 0: [], 1: [] };
  const done: Record<Half, number> = { 0: 0, 1: 0 };
  let begun = false;
  const tell = (drives: readonly RejudgedMock[]) =>
    write({ kind: 'drives', done: done[0] + done[1], drives });
  /** The next line of each half as one; a half that has ended may have none any more. */
  const join = () => {
    const pair = ([0, 1] as const).map((half) => told[half].shift()?.drives ?? []);
    tell(pair.flat().sort(newestFirst));
  };
  const judging = ([0, 1] as const).map((half) =>
    work(
      'rejudge',
      databaseFile,
      { to, half },
      {
        signal,
        onLine: (line) => {
          if (line.kind === 'total' && !begun) {
            begun = true;
            write(line);
          }
          if (line.kind !== 'drives') return;
          told[half].push(line);
          done[half] = line.done;
          // The other worker may have something else to do first: how far it is, is told all the same.
          if (told[0].length > 0 && told[1].length > 0) join();
          else tell([]);
        },
      },
    ),
  );
  await Promise.all(judging);
  while (told[0].length + told[1].length > 0) join();
  write({ kind: 'end' });
}

const newestFirst = (a: RejudgedMock, b: RejudgedMock): number =>
  descending(a.startedAt, b.startedAt) || ascending(a.mock, b.mock);

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
  const lines = lineByLine(
    async (write, signal) => {
      await work('export school', databaseFile, asked, { signal, onLine: write });
      write(await made());
    },
    { failure: 'The school could not be exported.' },
  );
  // A worker that was ended has not tidied up.
  lines.on('close', () => rmSync(`${asked.to}.making`, { force: true }));
  return lines;
}

/** Work that says how far it is, as a stream of lines of JSON; when some of it fails, the rest is ended. */
function lineByLine(
  tell: (write: (line: WorkLine) => void, gone: AbortSignal) => Promise<void>,
  { failure }: { readonly failure: string },
): Readable {
  const lines = new PassThrough();
  const gone = new AbortController();
  // What is still on its way when some of it failed is nobody's any more.
  const write = (line: WorkLine) => lines.writable && lines.write(`${JSON.stringify(line)}\n`);
  lines.on('close', () => gone.abort());
  tell(write, gone.signal)
    .catch(() => {
      write({ kind: 'failed', detail: failure });
      gone.abort();
    })
    .finally(() => lines.end());
  return lines;
}
