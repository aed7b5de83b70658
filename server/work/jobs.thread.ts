import type { MessagePort } from 'node:worker_threads';
import { parseStandard } from '../../core/standard';
import { backUp, openToRead, unreadableRecords, type Database } from '../store';
import type { Job, JobName, Jobs, Said } from './job';
import { evidenceFor, foretell, readinessList } from './jobs/evidence';
import { placeAll } from './jobs/hotSpots';
import { learnerRecord } from './jobs/record';
import { readNetwork } from './jobs/readFiles';
import { rejudgeAll } from './jobs/rejudge';
import { printedReport } from './jobs/report';

/** Runs in a worker of the pool: one piece of work after another, each reading the database beside the server. */
export default async function run({
  said,
  ...job
}: Job & { readonly said: MessagePort }): Promise<Jobs[JobName]['answer']> {
  const say = (line: Said) => said.postMessage(line);
  say({ kind: 'begun' });
  try {
    return await done(job, say);
  } finally {
    said.close();
  }
}

function done(
  job: Job,
  say: (line: Said) => void,
): Promise<Jobs[JobName]['answer']> | Jobs[JobName]['answer'] {
  switch (job.what) {
    case 'read network':
      return readNetwork(job.bytes);
    case 'read standard':
      return parseStandard(job.input);
    case 'backup':
      return backUp(job.databaseFile, job.to);
    default:
      return reading(job.databaseFile, async (db) => {
        switch (job.what) {
          case 'hot spots':
            return placeAll(job.databaseFile, db);
          case 'readiness list':
            return readinessList(db, job.now);
          case 'evidence':
            return evidenceFor(db, job.learner, job.standard, job.now);
          case 'foretell':
            return foretell(db, job.learner, job.standard, job.day);
          case 'report':
            return printedReport(db, job.mock);
          case 'learner record':
            return learnerRecord(db, job.learner, job.now);
          case 'unreadable':
            return unreadableRecords(db);
          case 'rejudge':
            await rejudgeAll(db, job.to, say);
            return null;
        }
      });
  }
}

async function reading<T>(databaseFile: string, workOut: (db: Database) => Promise<T>): Promise<T> {
  const db = openToRead(databaseFile);
  try {
    return await workOut(db);
  } finally {
    await db.destroy();
  }
}
