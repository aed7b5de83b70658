import { parentPort, workerData } from 'node:worker_threads';
import { openToRead } from '../store';
import { evidenceFor, foretell, readinessList } from './evidence';
import type { ReadinessJob } from './readying';

/** Runs as a thread: works out readiness beside the server. */

const { databaseFile, job } = workerData as { readonly databaseFile: string; readonly job: ReadinessJob };
const db = openToRead(databaseFile);
try {
  parentPort?.postMessage({ answer: await run() });
} finally {
  await db.destroy();
}

function run(): Promise<unknown> {
  switch (job.what) {
    case 'list':
      return readinessList(db, job.now);
    case 'evidence':
      return evidenceFor(db, job.learner, job.standard, job.now);
    case 'foretell':
      return foretell(db, job.learner, job.standard, job.day);
  }
}
