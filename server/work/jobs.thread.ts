import type { MessagePort } from 'node:worker_threads';
import { parseStandard } from '../../core/standard';
import type { RestoreView } from '../../contract';
import {
  backUp,
  DatabaseProblem,
  exportSchool,
  openToRead,
  previewRestore,
  readyCopy,
  removeCopy,
  unreadableRecords,
  freshRows,
  type Database,
} from '../store';
import type { Job, JobName, Jobs, Said, Unusable } from './job';
import { evidenceFor, readinessList } from './jobs/evidence';
import { hotSpots, layAhead, marksAt } from './jobs/hotSpots';
import { foretell, pastOf, strictness } from './jobs/past';
import { learnerRecord } from './jobs/record';
import { readNetwork } from './jobs/readFiles';
import { rejudgeHalf } from './jobs/rejudge';
import { pdfWriter, printedReport } from './jobs/report';
import { stepBack } from './stepBack';

if (process.platform === 'linux') stepBack();

/** What comes with each piece of work. */
interface Common {
  readonly said: MessagePort;
  /** Holds how much work is under way or waits, this one with it. */
  readonly underWay: Int32Array;
}

/** Runs in a worker of the pool: one piece of work after another, each reading the database beside the server. */
export default async function run({
  said,
  underWay,
  ...job
}: Job & Common): Promise<Jobs[JobName]['answer']> {
  const say = (line: Said) => said.postMessage(line);
  say({ kind: 'begun' });
  try {
    return await done(job, say, () => Atomics.load(underWay, 0) > 1);
  } finally {
    said.close();
    if (Atomics.load(underWay, 0) <= 1) loadAhead();
  }
}

/** Loads the PDF writer while nobody waits: that is a third of a worker's first report. */
const loadAhead = (): void => void setImmediate(() => void pdfWriter());

function done(
  job: Job,
  say: (line: Said) => void,
  othersWait: () => boolean,
): Promise<Jobs[JobName]['answer']> | Jobs[JobName]['answer'] {
  switch (job.what) {
    case 'read network':
      return readNetwork(job.bytes);
    case 'read standard':
      return parseStandard(job.input);
    case 'ready backup':
      return usable(() => readyCopy(job.backup, job.to).then(() => null));
    case 'preview restore':
      return usable(() => previewed(job.databaseFile, job.backup, job.to));
    case 'export school':
      return exportSchool(job.databaseFile, job.to, new Date(job.now), (written, total) =>
        say({ kind: 'records', done: written, total }),
      );
    case 'backup':
      return backUp(job.databaseFile, job.to);
    default:
      return reading(job.databaseFile, async (db) => {
        switch (job.what) {
          case 'hot spots':
            return hotSpots(db, job);
          case 'hot spot marks':
            return marksAt(db, job.site, job);
          case 'lay ahead':
            return layAhead(db, othersWait);
          case 'readiness list':
            return readinessList(db, job.now);
          case 'evidence':
            return evidenceFor(db, job.learner, job.standard, job.now);
          case 'foretell':
            return foretell(db, job.learner, job.standard, job.day);
          case 'past':
            return pastOf(db, job.learner, job.standard, job.now);
          case 'strictness':
            return strictness(db);
          case 'report':
            return printedReport(db, job.mock);
          case 'learner record':
            return learnerRecord(db, job.learner, job.now);
          case 'unreadable':
            return unreadableRecords(db);
          case 'work out':
            return freshRows(db, job.mocks);
          case 'rejudge':
            await rejudgeHalf(db, job.to, job.half, say);
            return null;
        }
      });
  }
}

/** A backup that is damaged, or from a newer program, is no fault of the server's. */
async function usable<T>(use: () => Promise<T>): Promise<T | Unusable> {
  try {
    return await use();
  } catch (error) {
    if (error instanceof DatabaseProblem) return { problem: error.message };
    throw error;
  }
}

async function previewed(live: string, backup: string, to: string): Promise<RestoreView> {
  try {
    await readyCopy(backup, to);
    return previewRestore(live, to);
  } finally {
    removeCopy(to);
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
