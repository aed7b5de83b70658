import { Worker } from 'node:worker_threads';

/** Starts one of the threads beside this file: built, both sides are files beside each other; in development the sources are. */
export function startThread(name: 'places' | 'readiness' | 'rejudge', workerData: unknown): Worker {
  const ending = import.meta.url.endsWith('.ts') ? 'ts' : 'js';
  return new Worker(new URL(`./${name}.${ending}`, import.meta.url), { workerData });
}

/** The first message of a thread, or its failure. @param what could not be worked out when it says nothing */
export function answerOf<T>(worker: Worker, what: string): Promise<T> {
  return new Promise<T>((resolve, reject) => {
    worker.once('message', resolve);
    worker.once('error', reject);
    worker.once('exit', () => reject(new Error(`${what} could not be worked out`)));
  });
}
