import { PassThrough, type Readable } from 'node:stream';
import { Worker } from 'node:worker_threads';
import type { RejudgeLine } from '../../contract';
import type { StandardRef } from '../../core/standard';

/** What the thread is told to do. */
export interface RejudgeWork {
  readonly databaseFile: string;
  readonly to: StandardRef;
}

const MOST_AT_ONCE = 2;
let running = 0;

/**
 * Judges all drives of the school under one standard in a thread of its own. The answer is a stream of
 * `RejudgeLine`s, each a line of JSON; closing it stops the thread. Null when as many are running as may.
 */
export function rejudging(databaseFile: string, to: StandardRef): Readable | null {
  if (running >= MOST_AT_ONCE) return null;
  running += 1;
  // Built, both sides are files beside each other; in development the sources are.
  const ending = import.meta.url.endsWith('.ts') ? 'ts' : 'js';
  const worker = new Worker(new URL(`./rejudge.${ending}`, import.meta.url), {
    workerData: { databaseFile, to } satisfies RejudgeWork,
  });
  const lines = new PassThrough();
  const write = (line: RejudgeLine) => lines.write(`${JSON.stringify(line)}\n`);
  worker.on('message', write);
  worker.on('error', () => write({ kind: 'failed', detail: 'The drives could not all be judged.' }));
  worker.on('exit', () => {
    running -= 1;
    lines.end();
  });
  lines.on('close', () => void worker.terminate());
  return lines;
}
