import { PassThrough, type Readable } from 'node:stream';
import type { EvidenceView, RejudgeLine, ResultView } from '../../contract';
import type { Strictness } from '../../core/readiness';
import type { StandardRef } from '../../core/standard';
import type { MadeForecast, ReadEvidence } from '../store';
import type { Jobs, ListedReadiness, PlacedSchool } from './job';
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
  readonly evidence: (read: readonly ReadEvidence[]) => Promise<void>;
  readonly forecasts: (made: readonly MadeForecast[]) => Promise<void>;
}

/** One kind of work of which the answer is kept. @param day with the state, for a day makes evidence older */
function kept<K extends 'hot spots' | 'readiness list' | 'evidence' | 'foretell' | 'strictness'>(
  what: K,
  { databaseFile, state, signal }: Asking,
  day: string,
  asked: Jobs[K]['asked'],
  keep: (answer: Jobs[K]['answer']) => Promise<void> = () => Promise.resolve(),
): Promise<Jobs[K]['answer']> {
  const question = [databaseFile, what, JSON.stringify({ ...asked, now: null })].join('\n');
  return ask(question, `${state} ${day}`, signal, async (stop) => {
    const answer = await work(what, databaseFile, asked, { signal: stop });
    await keep(answer);
    return answer;
  });
}

/** All drives of the school laid onto their routes. */
export const placedSchool = (asking: Asking): Promise<PlacedSchool> => kept('hot spots', asking, '', {});

/** How often a list was answered before it was complete, by database: what it lacked is made for the next one. */
const parts = new Map<string, number>();

/** How ready everybody is; in a large school after many changes part by part. */
export async function readinessOfSchool(
  asking: Asking,
  now: string,
  keep: Keeping,
): Promise<Omit<ListedReadiness, 'forecasts' | 'evidence'>> {
  const part = parts.get(asking.databaseFile) ?? 0;
  const { rows, pending } = await kept(
    'readiness list',
    { ...asking, state: `${asking.state} ${part}` },
    now.slice(0, 10),
    { now },
    async ({ forecasts, evidence, pending: left }) => {
      await keep.evidence(evidence);
      await keep.forecasts(forecasts);
      if (left > 0) parts.set(asking.databaseFile, part + 1);
    },
  );
  return { rows, pending };
}

export async function evidenceOfLearner(
  asking: Asking,
  asked: Jobs['evidence']['asked'],
  keep: Keeping,
): Promise<EvidenceView | null> {
  const { view } = await kept('evidence', asking, asked.now.slice(0, 10), asked, ({ evidence }) =>
    keep.evidence(evidence),
  );
  return view;
}

export const foretold = (asking: Asking, asked: Jobs['foretell']['asked']): Promise<ResultView['foretold']> =>
  kept('foretell', asking, asked.day, asked);

export const strictnessOfTests = (asking: Asking): Promise<Strictness | null> =>
  kept('strictness', asking, '', {});

/**
 * Judges all drives of the school under one standard. The answer is a stream of `RejudgeLine`s, each a line of JSON;
 * closing it ends the work.
 */
export function rejudging(databaseFile: string, to: StandardRef): Readable {
  const lines = new PassThrough();
  const gone = new AbortController();
  const write = (line: RejudgeLine) => lines.write(`${JSON.stringify(line)}\n`);
  lines.on('close', () => gone.abort());
  work('rejudge', databaseFile, { to }, { signal: gone.signal, onLine: write })
    .catch(() => write({ kind: 'failed', detail: 'The drives could not all be judged.' }))
    .finally(() => lines.end());
  return lines;
}
