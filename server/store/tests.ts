import { sql } from 'kysely';
import type { DriveEvent } from '../../core/marking';
import type { NewTest, TestView } from '../../contract';
import type { Standard } from '../../core/standard';
import { inTransaction, type Database } from './database';
import { readJson, shownZone } from './readable';
import { nameHas } from './search';
import { standardOf } from './standards';

const selectTests = (db: Database) =>
  db
    .selectFrom('tests')
    .innerJoin('learners', 'learners.id', 'tests.learner')
    .innerJoin('instructors', 'instructors.id', 'tests.instructor')
    .innerJoin('standards', (join) =>
      join
        .onRef('standards.id', '=', 'tests.standard')
        .onRef('standards.version', '=', 'tests.standard_version'),
    )
    .leftJoin('vehicles', 'vehicles.id', 'tests.vehicle')
    .leftJoin('routes', 'routes.id', 'tests.route')
    .select([
      'tests.id',
      'tests.retest',
      'tests.started_at',
      'tests.zone',
      'tests.ready',
      'learners.id as learner_id',
      'learners.name as learner_name',
      'instructors.id as instructor_id',
      'instructors.name as instructor_name',
      'vehicles.id as vehicle_id',
      'vehicles.name as vehicle_name',
      'routes.id as route_id',
      'routes.title as route_title',
      'standards.id as standard_id',
      'standards.version as standard_version',
      'standards.title as standard_title',
    ]);

type Row = Awaited<ReturnType<ReturnType<typeof selectTests>['executeTakeFirstOrThrow']>>;

const viewOf = (row: Row): TestView => ({
  id: row.id,
  learner: { id: row.learner_id, name: row.learner_name },
  instructor: { id: row.instructor_id, name: row.instructor_name },
  vehicle: row.vehicle_id === null ? null : { id: row.vehicle_id, name: row.vehicle_name ?? row.vehicle_id },
  route: row.route_id === null ? null : { id: row.route_id, title: row.route_title ?? row.route_id },
  standard: { id: row.standard_id, version: row.standard_version, title: row.standard_title },
  retest: row.retest === 1,
  startedAt: row.started_at,
  zone: shownZone(row.zone),
  ready: readJson<string[]>(row.ready) ?? [],
});

export async function testById(db: Database, id: string): Promise<TestView | null> {
  const row = await selectTests(db).where('tests.id', '=', id).executeTakeFirst();
  return row ? viewOf(row) : null;
}

export interface TestFilter {
  readonly limit: number;
  /** Continue after the test that began here and has this id. */
  readonly after: readonly [startedAt: string, id: string] | null;
  readonly learner: string | null;
  readonly from: string | null;
  /** Part of the learner's name. */
  readonly search?: string | null;
  /** Leaves out what learners with very many mocks drove before an instant of their own. */
  readonly since?: readonly Since[];
}

/** Mocks of one learner from an instant on. */
export interface Since {
  readonly learner: string;
  readonly from: string;
}

/** For each learner who has more mocks than so many, the beginning of the last that counts. */
async function sinceNewest(db: Database, newest: number): Promise<readonly Since[]> {
  const { rows } = await sql<Since>`
    select learner, (select started_at from tests as own where own.learner = many.learner
      order by started_at desc limit 1 offset ${newest - 1}) as "from"
    from (select learner from tests group by learner having count(*) > ${newest}) as many`.execute(db);
  return rows;
}

/** Newest first. */
export async function listTests(
  db: Database,
  { limit, after, learner, from, search = null, since = [] }: TestFilter,
): Promise<TestView[]> {
  let query = selectTests(db).orderBy('tests.started_at', 'desc').orderBy('tests.id').limit(limit);
  if (learner !== null) query = query.where('tests.learner', '=', learner);
  if (search !== null) query = query.where(nameHas(search));
  if (from !== null) query = query.where('tests.started_at', '>=', from);
  for (const many of since)
    query = query.where((is) =>
      is.or([is('tests.learner', '<>', many.learner), is('tests.started_at', '>=', many.from)]),
    );
  if (after) {
    const [startedAt, id] = after;
    query = query.where((is) =>
      is.or([
        is('tests.started_at', '<', startedAt),
        is.and([is('tests.started_at', '=', startedAt), is('tests.id', '>', id)]),
      ]),
    );
  }
  return (await query.execute()).map(viewOf);
}

/** Starts a test, or finds it started: a browser that got no answer asks again. */
export async function addTest(db: Database, test: NewTest, instructor: string): Promise<'added' | 'known'> {
  const { numInsertedOrUpdatedRows } = await db
    .insertInto('tests')
    .values({
      id: test.id,
      learner: test.learner,
      instructor,
      vehicle: test.vehicle ?? null,
      route: test.route ?? null,
      standard: test.standard.id,
      standard_version: test.standard.version,
      retest: test.retest ? 1 : 0,
      started_at: new Date(test.startedAt).toISOString(),
      zone: test.zone,
      ready: JSON.stringify(test.ready),
    })
    .onConflict((conflict) => conflict.column('id').doNothing())
    .executeTakeFirstOrThrow();
  return numInsertedOrUpdatedRows === 1n ? 'added' : 'known';
}

/**
 * Adds events to a log, all or none, and ignores those it has. When this returns they are on disk.
 *
 * @returns how many were new
 */
export async function addEvents(db: Database, test: string, events: readonly DriveEvent[]): Promise<number> {
  return inTransaction(db, async (transaction) => {
    let added = 0n;
    for (const table of ['events', 'fixes'] as const) {
      const rows = events
        .filter(({ kind }) => (kind === 'fix') === (table === 'fixes'))
        .map((event) => ({
          test,
          id: event.id,
          device: event.device,
          seq: event.seq,
          at: event.at,
          body: JSON.stringify(event),
        }));
      if (rows.length === 0) continue;
      const result = await transaction
        .insertInto(table)
        .values(rows)
        .onConflict((conflict) => conflict.columns(['test', 'id']).doNothing())
        .executeTakeFirstOrThrow();
      added += result.numInsertedOrUpdatedRows ?? 0n;
    }
    return Number(added);
  });
}

/**
 * Highest sequence number held, by device. The devices are found by skipping through the index, so that a
 * long log is not read for it.
 */
export async function highestSeqs(db: Database, test: string): Promise<Record<string, number>> {
  const highest: Record<string, number> = {};
  for (const name of ['events', 'fixes'] as const) {
    const table = sql.table(name);
    const { rows } = await sql<{ device: string; seq: number }>`
      with recursive devices(device) as (
        select min(device) from ${table} where test = ${test}
        union all
        select (select min(device) from ${table} where test = ${test} and device > devices.device)
        from devices where device is not null
      )
      select device, (select max(seq) from ${table} where test = ${test} and device = devices.device) as seq
      from devices where device is not null`.execute(db);
    for (const { device, seq } of rows) highest[device] = Math.max(highest[device] ?? 0, seq);
  }
  return highest;
}

/** A log without its fixes, in order of arrival, from after a position. */
export async function eventsOf(
  db: Database,
  test: string,
  after = 0,
): Promise<{ readonly events: DriveEvent[]; readonly position: number }> {
  const rows = await db
    .selectFrom('events')
    .select(['position', 'body'])
    .where('test', '=', test)
    .where('position', '>', after)
    .orderBy('position')
    .execute();
  return {
    events: rows.flatMap(({ body }) => readJson<DriveEvent>(body) ?? []),
    position: rows.at(-1)?.position ?? after,
  };
}

/** Logs of several tests at once, without their fixes. */
export async function eventsByTest(
  db: Database,
  tests: readonly string[],
): Promise<ReadonlyMap<string, readonly DriveEvent[]>> {
  const logs = new Map<string, DriveEvent[]>(tests.map((id) => [id, []]));
  if (tests.length === 0) return logs;
  const rows = await db.selectFrom('events').select(['test', 'body']).where('test', 'in', tests).execute();
  for (const { test, body } of rows) {
    const event = readJson<DriveEvent>(body);
    if (event) logs.get(test)?.push(event);
  }
  return logs;
}

/** A mock with what it was marked under, and its log without fixes. */
export interface HeldDrive {
  readonly test: TestView;
  readonly standard: Standard;
  readonly events: readonly DriveEvent[];
}

/** So many mocks are held at a time while all are gone through. */
const AT_ONCE = 250;

/**
 * Every mock of the school, newest first, some at a time. Those whose standard cannot be read are left out; `read`
 * counts them all the same.
 *
 * @param newest so many of each learner's mocks, the newest; all of them where it is not given
 */
export async function* drivesOfSchool(
  db: Database,
  newest: number | null = null,
): AsyncGenerator<{ readonly read: number; readonly drives: readonly HeldDrive[] }> {
  const since = newest === null ? [] : await sinceNewest(db, newest);
  for await (const tests of testsOfSchool(db, since))
    yield { read: tests.length, drives: await drivesOf(db, tests) };
}

/** All mocks of the school without their logs, newest first, some at a time. */
export async function* testsOfSchool(
  db: Database,
  since: readonly Since[] = [],
): AsyncGenerator<readonly TestView[]> {
  let after: readonly [string, string] | null = null;
  for (;;) {
    const tests = await listTests(db, { limit: AT_ONCE, after, learner: null, from: null, since });
    const last = tests.at(-1);
    if (!last) return;
    yield tests;
    after = [last.startedAt, last.id];
  }
}

/** Mocks with their logs; those whose standard cannot be read are left out. */
export async function drivesOf(db: Database, tests: readonly TestView[]): Promise<readonly HeldDrive[]> {
  const logs = await eventsByTest(
    db,
    tests.map(({ id }) => id),
  );
  const drives: HeldDrive[] = [];
  for (const test of tests) {
    const standard = await standardOf(db, test.standard);
    if (standard) drives.push({ test, standard, events: logs.get(test.id) ?? [] });
  }
  return drives;
}

/** Of every mock, a text that changes whenever its log, its fixes, its route or the networks have. */
export async function statesOfDrives(db: Database): Promise<ReadonlyMap<string, string>> {
  const { rows } = await sql<{ test: string; state: string }>`
    select tests.id as test, coalesce(marks.last, 0) || ' ' || coalesce(places.last, 0)
      || ' ' || coalesce(routes.revision, 0) || ' ' || (select coalesce(sum(version), 0) from networks) as state
    from tests
      left join (select test, max(position) as last from events group by test) as marks on marks.test = tests.id
      left join (select test, max(position) as last from fixes group by test) as places on places.test = tests.id
      left join routes on routes.id = tests.route`.execute(db);
  return new Map(rows.map(({ test, state }) => [test, state]));
}

/** The newest drives before an instant, of one learner or of all, with their logs and standards. */
export async function drivesBefore(
  db: Database,
  before: string,
  learner: string | null,
  most: number,
): Promise<{ readonly standard: Standard; readonly events: readonly DriveEvent[] }[]> {
  let query = db
    .selectFrom('tests')
    .select(['id', 'standard', 'standard_version'])
    .where('started_at', '<', before)
    .orderBy('started_at', 'desc')
    .limit(most);
  if (learner !== null) query = query.where('learner', '=', learner);
  const tests = await query.execute();
  const logs = await eventsByTest(
    db,
    tests.map(({ id }) => id),
  );
  const drives = await Promise.all(
    tests.map(async ({ id, standard, standard_version: version }) => ({
      standard: await standardOf(db, { id: standard, version }),
      events: logs.get(id) ?? [],
    })),
  );
  return drives.flatMap(({ standard, events }) => (standard ? [{ standard, events }] : []));
}

/** How many marks and steps, and how many fixes, a mock holds. */
export async function lengthsOf(
  db: Database,
  test: string,
): Promise<{ readonly events: number; readonly fixes: number }> {
  const countIn = async (table: 'events' | 'fixes') => {
    const { held } = await db
      .selectFrom(table)
      .select((is) => is.fn.countAll<number>().as('held'))
      .where('test', '=', test)
      .executeTakeFirstOrThrow();
    return held;
  };
  return { events: await countIn('events'), fixes: await countIn('fixes') };
}

export async function fixesOf(db: Database, test: string): Promise<DriveEvent[]> {
  const rows = await db.selectFrom('fixes').select('body').where('test', '=', test).execute();
  return rows.flatMap(({ body }) => readJson<DriveEvent>(body) ?? []);
}

/** How many mocks each learner has driven. */
export async function mocksByLearner(db: Database): Promise<ReadonlyMap<string, number>> {
  const rows = await db
    .selectFrom('tests')
    .select(({ fn }) => ['learner', fn.countAll<number>().as('mocks')])
    .groupBy('learner')
    .execute();
  return new Map(rows.map(({ learner, mocks }) => [learner, mocks]));
}

/** Changes whenever a drive, a route or a network has: what was worked out from them is then old. */
export async function stateOfDrives(db: Database): Promise<string> {
  const { rows } = await sql<{ state: string }>`
    select (select coalesce(max(position), 0) from events) || ' ' || (select coalesce(max(position), 0) from fixes)
      || ' ' || (select count(*) from tests) || ' ' || (select coalesce(sum(revision), 0) from routes)
      || ' ' || (select coalesce(sum(version), 0) from networks) as state`.execute(db);
  return rows[0]?.state ?? '';
}

/** Changes whenever something has from which readiness is worked out. */
export async function stateOfEvidence(db: Database): Promise<string> {
  const { rows } = await sql<{ state: string }>`
    select (select coalesce(max(position), 0) from events) || ' ' || (select coalesce(max(position), 0) from drill)
      || ' ' || (select count(*) from tests) || ' ' || (select count(*) from standards)
      || ' ' || (select count(*) || ' ' || coalesce(sum(revision), 0) from learners)
      || ' ' || (select coalesce(sum(revision), 0) from questions)
      || ' ' || (select coalesce(sum(revision), 0) from settings)
      || ' ' || (select count(*) || ' ' || coalesce(sum(revision), 0) from lessons) as state`.execute(db);
  return rows[0]?.state ?? '';
}
