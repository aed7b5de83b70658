import { sql } from 'kysely';
import type { DriveEvent } from '../../core/marking';

import { BIN_DAYS, type BinnedMock, type MockState, type MockView, type NewMock } from '../../contract';
import type { Standard } from '../../core/standard';
import { isOf } from './belonging';
import { inTransaction, type Database } from './database';
import { eventsByMock } from './events';
import { readJson, shownZone } from './readable';
import { nameHas } from './search';
import { standardOf } from './standards';
import { WORKED_OUT } from './workedOutVersion';

const selectMocks = (db: Database) =>
  db
    .selectFrom('mocks')
    .innerJoin('learners', 'learners.id', 'mocks.learner')
    .innerJoin('instructors', 'instructors.id', 'mocks.instructor')
    .innerJoin('standards', (join) =>
      join
        .onRef('standards.id', '=', 'mocks.standard')
        .onRef('standards.version', '=', 'mocks.standard_version'),
    )
    .leftJoin('vehicles', 'vehicles.id', 'mocks.vehicle')
    .leftJoin('routes', 'routes.id', 'mocks.route')
    .select([
      'mocks.id',
      'mocks.retest',
      'mocks.started_at',
      'mocks.zone',
      'mocks.ready',
      'mocks.note',
      'mocks.revision',
      'mocks.source',
      'mocks.beside',
      'learners.id as learner_id',
      'learners.name as learner_name',
      'instructors.id as instructor_id',
      'instructors.name as instructor_name',
      'instructors.role as instructor_role',
      'vehicles.id as vehicle_id',
      'vehicles.name as vehicle_name',
      'routes.id as route_id',
      'routes.title as route_title',
      'standards.id as standard_id',
      'standards.version as standard_version',
      'standards.title as standard_title',
    ]);

type Row = Awaited<ReturnType<ReturnType<typeof selectMocks>['executeTakeFirstOrThrow']>>;

const viewOf = (row: Row): MockView => ({
  id: row.id,
  learner: { id: row.learner_id, name: row.learner_name },
  instructor: { id: row.instructor_id, name: row.instructor_name, role: row.instructor_role },
  vehicle: row.vehicle_id === null ? null : { id: row.vehicle_id, name: row.vehicle_name ?? row.vehicle_id },
  route: row.route_id === null ? null : { id: row.route_id, title: row.route_title ?? row.route_id },
  standard: { id: row.standard_id, version: row.standard_version, title: row.standard_title },
  retest: row.retest === 1,
  startedAt: row.started_at,
  zone: shownZone(row.zone),
  ready: readJson<string[]>(row.ready) ?? [],
  note: row.note,
  revision: row.revision,
  source: row.source,
  beside: row.beside,
});

export const mockById = (db: Database, id: string): Promise<MockView | null> =>
  oneMock(selectMocks(db).where('mocks.removed_at', 'is', null).where('mocks.id', '=', id));

/** A mock also from the bin: devices go on sending what they marked. */
export const mockOrBinned = (db: Database, id: string): Promise<MockView | null> =>
  oneMock(selectMocks(db).where('mocks.id', '=', id));

async function oneMock(query: ReturnType<typeof selectMocks>): Promise<MockView | null> {
  const row = await query.executeTakeFirst();
  return row ? viewOf(row) : null;
}

export interface MockFilter {
  readonly limit: number;
  /** Continue after the mock that began here and has this id. */
  readonly after: readonly [startedAt: string, id: string] | null;
  readonly learner: string | null;
  readonly from: string | null;
  /** Id of a standard, whichever version. */
  readonly standard?: string | null;
  /** Part of the learner's name. */
  readonly search?: string | null;
  /** Only what one instructor gave, or of learners whom they teach; null for all. */
  readonly seenBy?: string | null;
  /** Only those in a state, and those of which nobody has worked out yet how they stand. */
  readonly state?: MockState;
  /** Whether mocks that were only marked beside another one are listed too; else only those that count. */
  readonly beside?: boolean;
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
    select learner, (select started_at from mocks as own where own.learner = many.learner
      and own.removed_at is null and own.beside is null order by started_at desc limit 1 offset ${newest - 1}) as "from"
    from (select learner from mocks where removed_at is null and beside is null group by learner having count(*) > ${newest}) as many`.execute(
    db,
  );
  return rows;
}

/** Whether a mock can be in a state, as far as that is kept. */
function mayBeIn(state: Exclude<MockState, 'any'>) {
  const is: Readonly<Record<typeof state, ReturnType<typeof sql>>> = {
    running: sql`kept.ended = 0`,
    flags: sql`kept.ended = 1 and kept.unsorted > 0`,
    pass: sql`kept.ended = 1 and kept.outcome = 'pass'`,
    fail: sql`kept.ended = 1 and kept.outcome in ('fail', 'ended')`,
  };
  return sql<boolean>`not exists (select 1 from worked_out as kept
    where kept.mock = mocks.id and kept.version = ${WORKED_OUT} and not (${is[state]}))`;
}

/** Newest first. */
export async function listMocks(
  db: Database,
  {
    limit,
    after,
    learner,
    from,
    standard = null,
    search = null,
    seenBy = null,
    state = 'any',
    beside = false,
    since = [],
  }: MockFilter,
): Promise<MockView[]> {
  let query = selectMocks(db)
    .where('mocks.removed_at', 'is', null)
    .orderBy('mocks.started_at', 'desc')
    .orderBy('mocks.id')
    .limit(limit);
  if (learner !== null) query = query.where('mocks.learner', '=', learner);
  if (!beside) query = query.where('mocks.beside', 'is', null);
  if (state !== 'any') query = query.where(mayBeIn(state));
  if (standard !== null) query = query.where('mocks.standard', '=', standard);
  if (search !== null) query = query.where(nameHas(search));
  if (seenBy !== null) query = query.where(isOf(seenBy, 'mocks'));
  if (from !== null) query = query.where('mocks.started_at', '>=', from);
  for (const many of since)
    query = query.where((is) =>
      is.or([is('mocks.learner', '<>', many.learner), is('mocks.started_at', '>=', many.from)]),
    );
  if (after) {
    const [startedAt, id] = after;
    query = query.where((is) =>
      is.or([
        is('mocks.started_at', '<', startedAt),
        is.and([is('mocks.started_at', '=', startedAt), is('mocks.id', '>', id)]),
      ]),
    );
  }
  return (await query.execute()).map(viewOf);
}

/** Starts a mock, or finds it started: a browser that got no answer asks again. */
export async function addMock(
  db: Database,
  mock: NewMock,
  instructor: string,
  { source = 'car', note = '' }: Partial<Pick<MockView, 'source' | 'note'>> = {},
): Promise<'added' | 'known'> {
  const { numInsertedOrUpdatedRows } = await db
    .insertInto('mocks')
    .values({
      id: mock.id,
      learner: mock.learner,
      instructor,
      vehicle: mock.vehicle ?? null,
      route: mock.route ?? null,
      standard: mock.standard.id,
      standard_version: mock.standard.version,
      retest: mock.retest ? 1 : 0,
      started_at: new Date(mock.startedAt).toISOString(),
      zone: mock.zone,
      ready: JSON.stringify(mock.ready),
      note,
      source,
      beside: mock.beside ?? null,
      removed_at: null,
      revision: 1,
    })
    .onConflict((conflict) => conflict.column('id').doNothing())
    .executeTakeFirstOrThrow();
  return numInsertedOrUpdatedRows === 1n ? 'added' : 'known';
}

/** Puts right what a mock says besides its marks, if nobody has since `revision`; false when somebody has. */
export async function changeMock(
  db: Database,
  id: string,
  revision: number,
  change: Pick<MockView, 'startedAt' | 'note' | 'beside'> & {
    readonly learner: string;
    readonly vehicle: string | null;
    readonly route: string | null;
  },
): Promise<boolean> {
  const { learner, vehicle, route, startedAt, note, beside } = change;
  const { numUpdatedRows } = await db
    .updateTable('mocks')
    .set({ learner, vehicle, route, note, beside, started_at: startedAt, revision: revision + 1 })
    .where('id', '=', id)
    .where('revision', '=', revision)
    .where('removed_at', 'is', null)
    .executeTakeFirstOrThrow();
  if (numUpdatedRows !== 1n) return false;
  // What is compared with it is of the same drive, and goes where it goes.
  await db
    .updateTable('mocks')
    .set((is) => ({ learner, revision: is('revision', '+', 1) }))
    .where('beside', '=', id)
    .where('learner', '<>', learner)
    .execute();
  return true;
}

/** The other mocks of a drive that was marked more than once, the one that counts first. */
export async function besideOf(
  db: Database,
  { id, beside }: Pick<MockView, 'id' | 'beside'>,
): Promise<MockView[]> {
  const counts = beside ?? id;
  const rows = await selectMocks(db)
    .where('mocks.removed_at', 'is', null)
    .where('mocks.id', '<>', id)
    .where((is) => is.or([is('mocks.id', '=', counts), is('mocks.beside', '=', counts)]))
    .orderBy('mocks.beside', (order) => order.asc().nullsFirst())
    .orderBy('mocks.started_at')
    .orderBy('mocks.id')
    .execute();
  return rows.map(viewOf);
}

/** Mocks that were marked beside another one, the newest first. @param seenBy only what this instructor sees; null: all */
export async function listBeside(db: Database, seenBy: string | null, most: number): Promise<MockView[]> {
  let query = selectMocks(db)
    .where('mocks.removed_at', 'is', null)
    .where('mocks.beside', 'is not', null)
    .orderBy('mocks.started_at', 'desc')
    .orderBy('mocks.id')
    .limit(most);
  if (seenBy !== null) query = query.where(isOf(seenBy, 'mocks'));
  return (await query.execute()).map(viewOf);
}

/** Puts a mock into the bin, or takes it out; false when it is there, or not there, already. */
export async function binMock(db: Database, id: string, at: Date | null): Promise<boolean> {
  const { numUpdatedRows } = await db
    .updateTable('mocks')
    .set((is) => ({ removed_at: at?.toISOString() ?? null, revision: is('revision', '+', 1) }))
    .where('id', '=', id)
    .where('removed_at', at === null ? 'is not' : 'is', null)
    .executeTakeFirstOrThrow();
  return numUpdatedRows === 1n;
}

/** What lies in the bin, the last deleted first. @param seenBy only what this instructor sees; null: all */
export async function listBin(db: Database, seenBy: string | null): Promise<BinnedMock[]> {
  let query = db
    .selectFrom('mocks')
    .innerJoin('learners', 'learners.id', 'mocks.learner')
    .innerJoin('standards', (join) =>
      join
        .onRef('standards.id', '=', 'mocks.standard')
        .onRef('standards.version', '=', 'mocks.standard_version'),
    )
    .select([
      'mocks.id',
      'mocks.started_at as startedAt',
      'mocks.zone',
      'mocks.removed_at as removedAt',
      'learners.id as learner',
      'learners.name',
      'standards.title as standard',
      sql<number>`(select count(*) from events where events.mock = mocks.id)`.as('events'),
    ])
    .where('mocks.removed_at', 'is not', null)
    .orderBy('mocks.removed_at', 'desc')
    .orderBy('mocks.id');
  if (seenBy !== null) query = query.where(isOf(seenBy, 'mocks'));
  return (await query.execute()).map(({ learner, name, removedAt, zone, ...rest }) => ({
    ...rest,
    zone: shownZone(zone),
    learner: { id: learner, name },
    removedAt: removedAt ?? '',
  }));
}

/** Removes for good what has lain in the bin for its time. @returns how many mocks those were */
export async function emptyBin(db: Database, now: Date): Promise<number> {
  const before = new Date(now.getTime() - BIN_DAYS * 86_400_000);
  return inTransaction(db, async (all) => {
    const gone = all.selectFrom('mocks').select('id').where('removed_at', '<', before.toISOString());
    // What is compared with it goes along: alone it would suddenly count.
    const old = all
      .selectFrom('mocks')
      .select('id')
      .where((is) => is.or([is('id', 'in', gone), is('beside', 'in', gone)]));
    for (const table of ['events', 'fixes'] as const)
      await all.deleteFrom(table).where('mock', 'in', old).execute();
    await all.deleteFrom('links').where('kind', '=', 'report').where('subject', 'in', old).execute();
    await all.deleteFrom('mocks').where('beside', 'in', gone).execute();
    const { numDeletedRows } = await all
      .deleteFrom('mocks')
      .where('removed_at', '<', before.toISOString())
      .executeTakeFirstOrThrow();
    return Number(numDeletedRows);
  });
}

/** A mock with what it was marked under, and its log without fixes. */
export interface HeldDrive {
  readonly mock: MockView;
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
 * @param of only the logs of these are read
 */
export async function* drivesOfSchool(
  db: Database,
  newest: number | null = null,
  of: (mock: MockView) => boolean = () => true,
): AsyncGenerator<{ readonly read: number; readonly drives: readonly HeldDrive[] }> {
  const since = newest === null ? [] : await sinceNewest(db, newest);
  for await (const mocks of mocksOfSchool(db, since)) {
    const asked = mocks.filter(of);
    yield { read: asked.length, drives: await drivesOf(db, asked) };
  }
}

/** All mocks of the school without their logs, newest first, some at a time. */
export async function* mocksOfSchool(
  db: Database,
  since: readonly Since[] = [],
): AsyncGenerator<readonly MockView[]> {
  let after: readonly [string, string] | null = null;
  for (;;) {
    const mocks = await listMocks(db, { limit: AT_ONCE, after, learner: null, from: null, since });
    const last = mocks.at(-1);
    if (!last) return;
    yield mocks;
    after = [last.startedAt, last.id];
  }
}

/** Mocks with their logs; those whose standard cannot be read are left out. */
export async function drivesOf(db: Database, mocks: readonly MockView[]): Promise<readonly HeldDrive[]> {
  const logs = await eventsByMock(
    db,
    mocks.map(({ id }) => id),
  );
  const drives: HeldDrive[] = [];
  for (const mock of mocks) {
    const standard = await standardOf(db, mock.standard);
    if (standard) drives.push({ mock, standard, events: logs.get(mock.id) ?? [] });
  }
  return drives;
}

/** The newest drives before an instant, of one learner or of all, with their logs and standards. */
export async function drivesBefore(
  db: Database,
  before: string,
  learner: string | null,
  most: number,
): Promise<{ readonly standard: Standard; readonly events: readonly DriveEvent[] }[]> {
  let query = db
    .selectFrom('mocks')
    .select(['id', 'standard', 'standard_version'])
    .where('started_at', '<', before)
    .where('removed_at', 'is', null)
    .where('beside', 'is', null)
    .orderBy('started_at', 'desc')
    .limit(most);
  if (learner !== null) query = query.where('learner', '=', learner);
  const mocks = await query.execute();
  const logs = await eventsByMock(
    db,
    mocks.map(({ id }) => id),
  );
  const drives = await Promise.all(
    mocks.map(async ({ id, standard, standard_version: version }) => ({
      standard: await standardOf(db, { id: standard, version }),
      events: logs.get(id) ?? [],
    })),
  );
  return drives.flatMap(({ standard, events }) => (standard ? [{ standard, events }] : []));
}

/** How many mocks each learner has driven. */
export async function mocksByLearner(db: Database): Promise<ReadonlyMap<string, number>> {
  const rows = await db
    .selectFrom('mocks')
    .select(({ fn }) => ['learner', fn.countAll<number>().as('mocks')])
    .where('removed_at', 'is', null)
    .where('beside', 'is', null)
    .groupBy('learner')
    .execute();
  return new Map(rows.map(({ learner, mocks }) => [learner, mocks]));
}

/** In a school of more mocks than this the server works out ahead what somebody will ask for; with fewer, whoever asks first waits for nothing that they would notice. */
export const MANY_MOCKS = 2_000;

/** How many mocks the school has, those in the bin among them. */
export async function numberOfMocks(db: Database): Promise<number> {
  const { held } = await db
    .selectFrom('mocks')
    .select(({ fn }) => fn.countAll<number>().as('held'))
    .executeTakeFirstOrThrow();
  return held;
}

/** Changes whenever a mark, a position, a mock, a route or a network has: places that were told from them are then old. */
export async function stateOfPlaces(db: Database): Promise<string> {
  const { rows } = await sql<{ state: string }>`
    select (select coalesce(max(position), 0) from events) || ' ' || (select coalesce(max(position), 0) from fixes)
      || ' ' || (select count(*) || ' ' || coalesce(sum(revision), 0) from mocks) || ' ' || (select coalesce(sum(revision), 0) from routes)
      || ' ' || (select coalesce(sum(version), 0) from networks) as state`.execute(db);
  return rows[0]?.state ?? '';
}

/** Changes whenever something has from which readiness is worked out. */
export async function stateOfEvidence(db: Database): Promise<string> {
  const { rows } = await sql<{ state: string }>`
    select (select coalesce(max(position), 0) from events) || ' ' || (select coalesce(max(position), 0) from drill)
      || ' ' || (select count(*) || ' ' || coalesce(sum(revision), 0) from mocks) || ' ' || (select count(*) from standards)
      || ' ' || (select count(*) || ' ' || coalesce(sum(revision), 0) from learners)
      || ' ' || (select coalesce(sum(revision), 0) from questions)
      || ' ' || (select coalesce(sum(revision), 0) from settings)
      || ' ' || (select count(*) || ' ' || coalesce(sum(removed), 0) || ' ' || coalesce(max(entered_at), '') from results)
      || ' ' || (select count(*) || ' ' || coalesce(sum(revision), 0) from lessons) as state`.execute(db);
  return rows[0]?.state ?? '';
}
