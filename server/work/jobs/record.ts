import { buffer } from 'node:stream/consumers';
import { ZipFile } from 'yazl';
import { headerOf, logFileName, writeLog } from '../../../core/marking';
import { judgedMock, marksTable, routeDriven } from '../../report';
import {
  drillOf,
  fixesOf,
  goalsOf,
  learnerById,
  listLessons,
  listMocks,
  listPractice,
  listResults,
  practiceById,
  type Database,
} from '../../store';
import { printed } from './report';

/** So many mocks one learner has at most here; nobody drives more. */
const MOST_MOCKS = 2_000;

/**
 * All that is kept of one learner, for them or for another school: one file of what is not a mock, and of each mock its
 * log, its marks as a table, and its report. Null when there is no such learner.
 */
export async function learnerRecord(db: Database, id: string, now: string): Promise<Uint8Array | null> {
  const learner = await learnerById(db, id);
  if (!learner) return null;
  const mocks = await listMocks(db, {
    limit: MOST_MOCKS,
    after: null,
    learner: id,
    from: null,
    beside: true,
  });
  const zip = new ZipFile();
  const add = (name: string, content: string | Uint8Array) => zip.addBuffer(Buffer.from(content), name);
  const practice = await listPractice(db, id);
  const runs = await Promise.all(practice.map((run) => practiceById(db, run.id)));
  const record = {
    madeAt: now,
    learner,
    mocks,
    goals: await goalsOf(db, id),
    results: await listResults(db, id),
    lessons: await listLessons(db, { from: '0000', until: '9999', learner: id }),
    answers: await drillOf(db, id),
    practice: runs.filter((run) => run !== null),
  };
  add('record.json', `${JSON.stringify(record, null, 2)}\n`);
  for (const mock of mocks) {
    const judged = await judgedMock(db, mock.id);
    if (!judged) continue;
    const name = logFileName(mock).replace(/\.jwlog\.jsonl$/, '');
    const events = [...judged.events, ...(await fixesOf(db, mock.id))];
    add(`mocks/${name}.jwlog.jsonl`, writeLog({ header: headerOf(mock), events }));
    add(`mocks/${name}.csv`, marksTable(judged, await routeDriven(db, mock)));
    add(`mocks/${name}.pdf`, await printed(db, judged));
  }
  zip.end();
  return new Uint8Array(await buffer(zip.outputStream));
}
