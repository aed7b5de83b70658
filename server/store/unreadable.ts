import { sql } from 'kysely';
import type { UnreadableRecord } from '../../contract';
import type { Database } from './database';
import { readGrades } from './gradings';
import { readDetails, readOverrule, readPapers } from './learners';
import { shownZone } from './readable';
import { readQuestion } from './questions';
import { readForecast } from './results';
import { isReadableRoute } from './routes';
import { readSettings } from './settings';
import { standardOf } from './standards';
import { readRun, readTold } from './practice';
import { readOwnCourse, readOwnVehicle } from './yardFiles';
import { readCard, readCheckup, readRecord } from './vehicles';

/**
 * Records that cannot be made sense of, each with what is wrong and what is shown instead. Everything else works
 * without them.
 */
export async function unreadableRecords(db: Database): Promise<UnreadableRecord[]> {
  const found: UnreadableRecord[] = [];
  const tell = (kind: UnreadableRecord['kind'], id: string, name: string, what: string) =>
    found.push({ kind, id, name, what });

  // Row after row where there may be many, or long ones: a large school's routes are 40 MB.
  for await (const { id, name, papers, overrule, details } of db
    .selectFrom('learners')
    .select(['id', 'name', 'papers', 'overrule', 'details'])
    .stream()) {
    if (!readDetails(details)) tell('learner', id, name, 'The contact details and notes; none are shown.');
    if (!readPapers(papers)) tell('learner', id, name, 'The documents; none are shown.');
    if (overrule !== null && !readOverrule(overrule))
      tell('learner', id, name, 'The word against the forecast; the forecast counts.');
  }

  const broken = new Set<string>();
  for (const { id, version, title } of await db
    .selectFrom('standards')
    .select(['id', 'version', 'title'])
    .execute())
    if (!(await standardOf(db, { id, version }))) {
      broken.add(`${id} ${version}`);
      tell('standard', `${id} ${version}`, title, 'The whole standard; mocks under it are not shown.');
    }

  const mocks = db
    .selectFrom('mocks')
    .innerJoin('learners', 'learners.id', 'mocks.learner')
    .select(['mocks.id', 'learners.name as learner', 'mocks.started_at as startedAt']);
  const nameOf = ({ learner, startedAt }: { readonly learner: string; readonly startedAt: string }) =>
    `${learner}, ${startedAt.slice(0, 10)}`;
  for (const some of await db
    .selectFrom('mocks')
    .select(['zone', 'standard', 'standard_version as version'])
    .distinct()
    .execute()) {
    const [oddZone, noStandard] = [
      shownZone(some.zone) !== some.zone,
      broken.has(`${some.standard} ${some.version}`),
    ];
    if (!oddZone && !noStandard) continue;
    for (const mock of await mocks
      .where('mocks.zone', '=', some.zone)
      .where('mocks.standard', '=', some.standard)
      .where('mocks.standard_version', '=', some.version)
      .execute()) {
      if (oddZone) tell('mock', mock.id, nameOf(mock), 'The time zone; times are shown in UTC.');
      if (noStandard) tell('mock', mock.id, nameOf(mock), 'Its standard; it is not shown.');
    }
  }
  for (const table of ['events', 'fixes'] as const) {
    // SQLite keeps an index of these alone: a large school has millions of entries, and none of them is read.
    const { rows } = await sql<{ mock: string; count: number }>`
      select mock, count(*) as count from ${sql.table(table)} where json_valid(body) = 0 group by mock`.execute(
      db,
    );
    for (const { mock, count } of rows) {
      const held = await mocks.where('mocks.id', '=', mock).executeTakeFirst();
      tell('mock', mock, held ? nameOf(held) : mock, `${count} of its entries; they do not count.`);
    }
  }

  for (const { id, starts_at, zone } of await db
    .selectFrom('lessons')
    .select(['id', 'starts_at', 'zone'])
    .where('removed', '=', 0)
    .execute())
    if (shownZone(zone) !== zone)
      tell('diary entry', id, starts_at.slice(0, 10), 'The time zone; it is shown in UTC.');

  for (const { id, name, card, record } of await db.selectFrom('vehicles').selectAll().execute()) {
    if (!readCard(card)) tell('vehicle', id, name, 'The card; it is shown blank.');
    if (!readRecord(record)) tell('vehicle', id, name, 'Tyre pressures and documents; none are shown.');
  }
  for (const { id, at, body } of await db.selectFrom('checkups').select(['id', 'at', 'body']).execute())
    if (!readCheckup(body)) tell('vehicle check', id, at.slice(0, 10), 'The whole check; it is not shown.');

  for await (const { id, title, body, summary } of db
    .selectFrom('routes')
    .select(['id', 'title', 'body', 'summary'])
    .stream())
    if (!isReadableRoute(body, summary)) tell('route', id, title, 'The whole route; it is not shown.');
  for (const { id, body } of await db.selectFrom('questions').select(['id', 'body']).execute())
    if (!readQuestion(body)) tell('question', id, id, 'The whole question; it is not asked.');
  for (const { id, day, foretold } of await db
    .selectFrom('results')
    .select(['id', 'day', 'foretold'])
    .where('removed', '=', 0)
    .execute())
    if (foretold !== null && !readForecast(foretold))
      tell('result', id, day, 'The forecast of that day; the result counts, the forecast does not.');
  for (const { id, at, grades } of await db.selectFrom('gradings').selectAll().execute())
    if (!readGrades(grades)) tell('grading', id, at.slice(0, 10), 'All of them; they are not compared.');
  for (const { key, body } of await db.selectFrom('settings').select(['key', 'body']).execute())
    if (!readSettings(body)) tell('settings', key, key, 'All of them; those that ship are used.');
  for (const { id, kind, title, body } of await db.selectFrom('yard_files').selectAll().execute())
    if (kind === 'course' ? !readOwnCourse(body) : !readOwnVehicle(body))
      tell(`yard ${kind}`, id, title, 'All of it; it is not shown.');
  for (const row of await db
    .selectFrom('practice')
    .innerJoin('learners', 'learners.id', 'practice.learner')
    .select(['practice.id', 'learners.name', 'practice.told', 'practice.run'])
    .execute())
    if (!readTold(row.told)) tell('yard practice', row.id, row.name, 'The whole run; it is not shown.');
    else if (!readRun(row.run)) tell('yard practice', row.id, row.name, 'The path; it can’t be shown again.');
  return found;
}
