import { parentPort, workerData } from 'node:worker_threads';
import type { RejudgedDrive, RejudgeLine } from '../../contract';
import { judge, judgeUnder, resultOf } from '../../core/marking';
import type { Standard } from '../../core/standard';
import { drivesOfSchool, openToRead, standardOf, type Database, type HeldDrive } from '../store';
import type { RejudgeWork } from './rejudging';

/** Runs as a thread: reads the database beside the server, and tells what it has done as it goes. */

const say = (line: RejudgeLine) => parentPort?.postMessage(line);

async function rejudgeAll(db: Database, to: Standard): Promise<void> {
  const { total } = await db
    .selectFrom('tests')
    .select((is) => is.fn.countAll<number>().as('total'))
    .executeTakeFirstOrThrow();
  say({ kind: 'total', total });
  let done = 0;
  for await (const { read, drives } of drivesOfSchool(db)) {
    done += read;
    say({ kind: 'drives', done, drives: drives.map((drive) => rejudged(drive, to)) });
  }
  say({ kind: 'end' });
}

function rejudged({ test, standard: own, events }: HeldDrive, to: Standard): RejudgedDrive {
  const { startedAt, zone } = test;
  const judged = judgeUnder(own, to, events, test);
  const { verdict, translation, enough } = judged;
  return {
    test: test.id,
    learner: test.learner.name,
    startedAt,
    zone,
    own: { ...test.standard, outcome: resultOf(judge(own, events, test)).outcome },
    result: enough ? resultOf(judged) : null,
    breaches: verdict.breaches.slice(0, 1),
    headroom: verdict.headroom.filter(({ scope }) => scope.per === 'test'),
    marks: translation.marks.length,
    lost: translation.marks.filter(({ how }) => how === 'lost').length,
  };
}

const { databaseFile, to } = workerData as RejudgeWork;
const db = openToRead(databaseFile);
try {
  const standard = await standardOf(db, to);
  if (!standard) throw new Error(`no standard ${to.id} ${to.version}`);
  await rejudgeAll(db, standard);
} finally {
  await db.destroy();
}
