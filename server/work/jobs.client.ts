import { PassThrough, type Readable } from 'node:stream';
import type { EvidenceView, ReadinessRow, RejudgeLine, ResultView } from '../../contract';
import type { Strictness } from '../../core/readiness';
import type { StandardRef } from '../../core/standard';
import type { Jobs, PlacedSchool } from './job';
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

/** One kind of work of which the answer is kept. @param day with the state, for a day makes evidence older */
function kept<K extends 'hot spots' | 'readiness list' | 'evidence' | 'foretell' | 'strictness'>(
  what: K,
  { databaseFile, state, signal }: Asking,
  day: string,
  asked: Jobs[K]['asked'],
): Promise<Jobs[K]['answer']> {
  const question = [databaseFile, what, JSON.stringify({ ...asked, now: null })].join('\n');
  return ask(question, `${state} ${day}`, signal, (stop) =>
    work(what, databaseFile, asked, { signal: stop }),
  );
}

/** All drives of the school laid onto their routes. */
export const placedSchool = (asking: Asking): Promise<PlacedSchool> => kept('hot spots', asking, '', {});

export const readinessOfSchool = (asking: Asking, now: string): Promise<readonly ReadinessRow[]> =>
  kept('readiness list', asking, now.slice(0, 10), { now });

export const evidenceOfLearner = (
  asking: Asking,
  asked: Jobs['evidence']['asked'],
): Promise<EvidenceView | null> => kept('evidence', asking, asked.now.slice(0, 10), asked);

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
