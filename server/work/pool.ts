import { once } from 'node:events';
import { MessageChannel } from 'node:worker_threads';
import Piscina from 'piscina';
import type { JobName, Jobs, Said, WorkLine } from './job';

/**
 * All that takes longer than a moment is worked out here, beside the server: two workers, whoever asks and however
 * much; what comes later waits in a queue, and what is too much is refused.
 */
const MOST_WORKERS = 2;
const MOST_WAITING = 100;
/** A worker that wants more than this, in megabytes, is ended, and its work refused. */
const MOST_MEMORY = 1_200;

/**
 * A worker that is ended in the moment in which it reads its code takes the whole server with it where it reads it by
 * `require`, as the pool does where it can (Node 20.20: "IsGraphAsync must be used on an instantiated module"). With this
 * option it can't, and imports it.
 */
const READS_BY_IMPORT = '--no-experimental-require-module';

/**
 * Node's options for workers.
 *
 * @param given those of the server: if there are any but those of its own commands, workers have them too and no other, for
 * not every option may be a worker's own
 */
export const workerOptions = (given: readonly string[]): { readonly execArgv?: string[] } =>
  given.every((option) => option === '--enable-source-maps') ? { execArgv: [...given, READS_BY_IMPORT] } : {};

/** Why some work has no answer. */
export class WorkProblem extends Error {
  override readonly name = 'WorkProblem';

  /**
   * @param why `busy`: too much waits already; `too long` and `too large`: it went over its bounds; `ended`: nobody
   * wants it any more
   */
  constructor(readonly why: 'busy' | 'too long' | 'too large' | 'ended') {
    super(`the work has no answer: ${why}`);
  }
}

let pool: Piscina | null = null;

/** How much work is under way or waits: workers see it too. */
const underWay = new Int32Array(new SharedArrayBuffer(Int32Array.BYTES_PER_ELEMENT));

/** Whether somebody waits for some work. */
export const isWorking = (): boolean => Atomics.load(underWay, 0) > 0;

/** Built, the worker is a file beside the program; in development the sources are. */
function thePool(): Piscina {
  const ending = import.meta.url.endsWith('.ts') ? 'ts' : 'js';
  pool ??= new Piscina({
    filename: new URL(`./jobs.thread.${ending}`, import.meta.url).href,
    // One stays ready: to load its code takes about as long as a forecast.
    minThreads: 1,
    maxThreads: MOST_WORKERS,
    maxQueue: MOST_WAITING,
    idleTimeout: 30_000,
    // A worker that waits for work goes on sending what it has said.
    atomics: 'disabled',
    ...workerOptions(process.execArgv),
    resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY },
  });
  return pool;
}

export interface HowToWork {
  /** Ends the work, in the queue or under way. */
  readonly signal?: AbortSignal;
  /** From its beginning it may take so long; else it may take as long as it likes. */
  readonly seconds?: number;
  /** Told of each line on the way. */
  readonly onLine?: (line: WorkLine) => void;
}

/**
 * Has some work done by one of the workers.
 *
 * @throws WorkProblem when it has no answer by its own nature; whatever else went wrong in it
 */
export async function work<K extends JobName>(
  what: K,
  databaseFile: string,
  asked: Jobs[K]['asked'],
  { signal, seconds, onLine }: HowToWork = {},
): Promise<Jobs[K]['answer']> {
  if (signal?.aborted) throw new WorkProblem('ended');
  const { port1: ours, port2: theirs } = new MessageChannel();
  const tooLong = new AbortController();
  let limit: NodeJS.Timeout | undefined;
  ours.on('message', (said: Said) => {
    if (said.kind !== 'begun') onLine?.(said);
    else if (seconds !== undefined) limit = setTimeout(() => tooLong.abort(), seconds * 1_000);
  });
  const closed = once(ours, 'close');
  Atomics.add(underWay, 0, 1);
  try {
    const answer = (await thePool().run(
      { ...asked, what, databaseFile, said: theirs, underWay },
      { transferList: [theirs], signal: signal ? AbortSignal.any([signal, tooLong.signal]) : tooLong.signal },
    )) as Jobs[K]['answer'];
    // Every line has come before it closes.
    if (onLine) await closed;
    return answer;
  } catch (error) {
    if (tooLong.signal.aborted) throw new WorkProblem('too long');
    if (signal?.aborted) throw new WorkProblem('ended');
    throw problemOf(error);
  } finally {
    Atomics.sub(underWay, 0, 1);
    clearTimeout(limit);
    ours.close();
  }
}

function problemOf(error: unknown): unknown {
  const code = typeof error === 'object' && error !== null && 'code' in error ? error.code : '';
  if (code === 'ERR_WORKER_OUT_OF_MEMORY') return new WorkProblem('too large');
  return /queue is at limit/i.test(String(error)) ? new WorkProblem('busy') : error;
}

/** Ends all work, for the school is closed; workers with none are left for the next one in this process. */
export async function endWorkUnderWay(): Promise<void> {
  if (isWorking()) await endWork();
}

/** Ends all work, for the server ends. */
export async function endWork(): Promise<void> {
  const ending = pool;
  pool = null;
  await ending?.destroy();
}
