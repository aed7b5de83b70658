import { PassThrough, type Readable } from 'node:stream';
import type { RejudgeLine } from '../../contract';
import type { StandardRef } from '../../core/standard';
import { startThread } from './thread';

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
  const worker = startThread('rejudge', { databaseFile, to } satisfies RejudgeWork);
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
