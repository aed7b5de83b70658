import { parentPort, workerData } from 'node:worker_threads';
import type { RejudgedDrive, RejudgeLine, TestView } from '../../contract';
import { judge, judgeUnder, resultOf, type DriveEvent } from '../../core/marking';
import type { Standard } from '../../core/standard';
import { eventsByTest, listTests, openToRead, standardOf, type Database } from '../store';
import type { RejudgeWork } from './rejudging';

/** Runs as a thread: reads the database beside the server, and tells what it has done as it goes. */

const AT_ONCE = 250;

const say = (line: RejudgeLine) => parentPort?.postMessage(line);

async function rejudgeAll(db: Database, to: Standard): Promise<void> {
  const { total } = await db
    .selectFrom('tests')
    .select((is) => is.fn.countAll<number>().as('total'))
    .executeTakeFirstOrThrow();
  say({ kind: 'total', total });
  let after: readonly [string, string] | null = null;
  for (let done = 0; ;) {
    const tests = await listTests(db, { limit: AT_ONCE, after, learner: null, from: null });
    const last = tests.at(-1);
    if (!last) break;
    const logs = await eventsByTest(
      db,
      tests.map(({ id }) => id),
    );
    const drives: RejudgedDrive[] = [];
    for (const test of tests) {
      const own = await standardOf(db, test.standard);
      if (own) drives.push(rejudged(test, own, to, logs.get(test.id) ?? []));
    }
    done += tests.length;
    say({ kind: 'drives', done, drives });
    after = [last.startedAt, last.id];
  }
  say({ kind: 'end' });
}

function rejudged(test: TestView, own: Standard, to: Standard, events: readonly DriveEvent[]): RejudgedDrive {
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
