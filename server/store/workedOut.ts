import { sql } from 'kysely';
import type { MockSummary, MockView } from '../../contract';
import { judge, resultOf, type DriveEvent } from '../../core/marking';
import { recalledInTest, type Recalled } from '../../core/questions';
import { evidenceOf, type Evidence } from '../../core/readiness';
import type { Outcome, Standard, StandardRef } from '../../core/standard';
import { inTransaction, type Database } from './database';
import { eventsByMock } from './events';
import { compact, driveHeld, driveOfMock } from './evidence';
import { readJson } from './readable';
import { WORKED_OUT } from './workedOutVersion';
import { newestStandard, standardOf } from './standards';

/** How a mock stands. */
export interface WorkedOut extends Pick<
  MockSummary,
  'result' | 'counts' | 'points' | 'unsorted' | 'ended' | 'firstBreach'
> {
  /** Safety questions that were asked in it, with how they were answered. */
  readonly answers: readonly Recalled[];
}

export function workOut(standard: Standard, mock: MockView, events: readonly DriveEvent[]): WorkedOut {
  const judgement = judge(standard, events, mock);
  const { verdict, drive } = judgement;
  const { counts, points, unsorted, breaches } = verdict;
  return {
    result: resultOf(judgement),
    counts,
    points,
    unsorted,
    ended: drive.end !== null,
    firstBreach: breaches[0] ?? null,
    answers: recalledInTest(drive.questions),
  };
}

export async function forgetWorkedOut(db: Database, mock: string): Promise<void> {
  for (const table of ['worked_out', 'evidence'] as const)
    await db.deleteFrom(table).where('mock', '=', mock).execute();
}

/** What follows from a mock and its log. */
interface Fresh {
  readonly mock: MockView;
  readonly position: number;
  readonly worked: WorkedOut;
  /** Under the newest version of its own standard. */
  readonly to: StandardRef;
  readonly evidence: Evidence;
}

/** Null when there is no such mock, or its standard can't be read. */
async function fresh(db: Database, id: string): Promise<Fresh | null> {
  const held = await driveHeld(db, id);
  if (!held) return null;
  const { mock, standard, events, position } = held;
  const to = (await newestStandard(db, standard.id)) ?? standard;
  return {
    mock,
    position,
    worked: workOut(standard, mock, events),
    to: { id: to.id, version: to.version },
    evidence: evidenceOf(to, driveOfMock(held)),
  };
}

/** What follows from a log up to a position and from a mock of a revision, as it is kept. */
export interface FreshRow {
  readonly mock: string;
  readonly revision: number;
  readonly position: number;
  readonly ended: number;
  readonly outcome: string;
  readonly unsorted: number;
  /** The rest of what was worked out, as JSON. */
  readonly body: string;
  readonly standard: string;
  readonly standardVersion: string;
  /** Evidence under that standard, as JSON. */
  readonly evidence: string;
}

function rowOf({ mock, position, worked: { unsorted, ended, ...rest }, to, evidence }: Fresh): FreshRow {
  return {
    mock: mock.id,
    revision: mock.revision,
    position,
    ended: ended ? 1 : 0,
    outcome: rest.result.outcome,
    unsorted,
    body: JSON.stringify(rest),
    standard: to.id,
    standardVersion: to.version,
    evidence: JSON.stringify(compact(evidence)),
  };
}

/**
 * Works out what follows from mocks and their logs, and keeps nothing of it. A log of which nothing can be worked
 * out is a log all the same: it has no row.
 */
export async function freshRows(db: Database, mocks: readonly string[]): Promise<readonly FreshRow[]> {
  const rows: FreshRow[] = [];
  for (const id of mocks) {
    const found = await fresh(db, id).catch(() => null);
    if (found) rows.push(rowOf(found));
  }
  return rows;
}

/** Keeps what was just worked out instead of what was kept before, but not of mocks that have changed since. */
export async function keepFresh(db: Database, rows: readonly FreshRow[]): Promise<void> {
  if (rows.length === 0) return;
  await inTransaction(db, async (all) => {
    const { rows: current } = await sql<{ place: number }>`
      select key as place from json_each(${JSON.stringify(rows.map(({ mock, revision, position }) => ({ mock, revision, position })))})
      join mocks on mocks.id = value ->> '$.mock' and mocks.revision = value ->> '$.revision'
      where coalesce((select max(position) from events where mock = mocks.id), 0) = value ->> '$.position'`.execute(
      all,
    );
    const kept = JSON.stringify(current.map(({ place }) => rows[place]));
    await sql`delete from evidence where mock in (select value ->> '$.mock' from json_each(${kept}))`.execute(
      all,
    );
    await sql`
      replace into worked_out (mock, version, position, ended, outcome, unsorted, body)
      select value ->> '$.mock', ${WORKED_OUT}, value ->> '$.position', value ->> '$.ended', value ->> '$.outcome',
        value ->> '$.unsorted', value ->> '$.body' from json_each(${kept})`.execute(all);
    await sql`
      insert into evidence (mock, standard, standard_version, version, body)
      select value ->> '$.mock', value ->> '$.standard', value ->> '$.standardVersion', ${WORKED_OUT},
        value ->> '$.evidence' from json_each(${kept})`.execute(all);
  });
}

/** Works out again what follows from one mock and its log, and keeps it; its marks are there also where nothing follows. */
export async function renewWorkedOut(db: Database, id: string): Promise<void> {
  const rows = await freshRows(db, [id]);
  if (rows.length === 0) await forgetWorkedOut(db, id);
  await keepFresh(db, rows);
}

interface KeptRow {
  readonly mock: string;
  readonly ended: number;
  readonly unsorted: number;
  readonly body: string;
}

function readKept({ ended, unsorted, body }: KeptRow): WorkedOut | null {
  const rest = readJson<Omit<WorkedOut, 'ended' | 'unsorted'>>(body);
  return rest && { ...rest, unsorted, ended: ended === 1 };
}

/**
 * How mocks stand. What isn't kept is worked out now; those whose standard can't be read are left out.
 *
 * @param keep whether what is worked out now is kept; a worker only reads
 */
export async function workedOutOf(
  db: Database,
  mocks: readonly MockView[],
  keep: boolean,
): Promise<ReadonlyMap<string, WorkedOut>> {
  const found = new Map<string, WorkedOut>();
  if (mocks.length === 0) return found;
  const rows = await db
    .selectFrom('worked_out')
    .select(['mock', 'ended', 'unsorted', 'body'])
    .where('version', '=', WORKED_OUT)
    .where(
      'mock',
      'in',
      mocks.map(({ id }) => id),
    )
    .execute();
  for (const row of rows) {
    const kept = readKept(row);
    if (kept) found.set(row.mock, kept);
  }
  const missing = mocks.filter(({ id }) => !found.has(id));
  if (missing.length === 0) return found;
  if (keep)
    try {
      await inTransaction(db, async (all) => {
        for (const { id } of missing) await renewWorkedOut(all, id);
      });
      // Kept now, or never to be read.
      return new Map([...found, ...(await workedOutOf(db, missing, false))]);
    } catch {
      // On a full disk nothing is kept, but a list is still told.
    }
  const logs = await eventsByMock(
    db,
    missing.map(({ id }) => id),
  );
  for (const mock of missing) {
    const standard = await standardOf(db, mock.standard);
    if (standard) found.set(mock.id, workOut(standard, mock, logs.get(mock.id) ?? []));
  }
  return found;
}

/** One part of what is kept of each mock; of those without it nothing. */
async function keptParts<T>(
  db: Database,
  mocks: readonly string[],
  path: '$.answers' | '$.result.outcome',
): Promise<ReadonlyMap<string, T>> {
  const { rows } = await sql<{ mock: string; part: string | null }>`
    select mock, case when json_valid(body) then body -> ${path} end as part from worked_out
    where version = ${WORKED_OUT} and mock in (select value from json_each(${JSON.stringify(mocks)}))`.execute(
    db,
  );
  return new Map(
    rows.flatMap(({ mock, part }) => (part === null ? [] : [[mock, JSON.parse(part) as T] as const])),
  );
}

/** How mocks ended, under their own standards, as far as that is kept. */
export const keptOutcomes = (db: Database, mocks: readonly string[]): Promise<ReadonlyMap<string, Outcome>> =>
  keptParts(db, mocks, '$.result.outcome');

/** Safety questions that were asked in mocks, mock by mock. */
export async function answersInMocks(db: Database, mocks: readonly string[]): Promise<readonly Recalled[]> {
  const kept = await keptParts<readonly Recalled[]>(db, mocks, '$.answers');
  const answers: Recalled[] = [];
  for (const id of mocks) answers.push(...(kept.get(id) ?? (await fresh(db, id))?.worked.answers ?? []));
  return answers;
}

/**
 * Has worked out what isn't kept yet, the newest mocks first, and keeps it.
 *
 * @param workThem works out some mocks, beside whoever else wants something
 */
export async function fillWorkedOut(
  db: Database,
  workThem: (mocks: readonly string[]) => Promise<readonly FreshRow[]>,
): Promise<void> {
  const missing = await db
    .selectFrom('mocks')
    .leftJoin('worked_out', (join) =>
      join.onRef('worked_out.mock', '=', 'mocks.id').on('worked_out.version', '=', WORKED_OUT),
    )
    .select('mocks.id')
    .where('worked_out.mock', 'is', null)
    .orderBy('mocks.started_at', 'desc')
    .execute();
  for (let n = 0; n < missing.length; n += TOGETHER)
    await keepFresh(db, await workThem(missing.slice(n, n + TOGETHER).map(({ id }) => id)));
}

/** So many mocks are written before others have their turn. */
const TOGETHER = 50;

export interface Rebuilt {
  readonly mocks: number;
  /** Kept, and the same when it was worked out again. */
  readonly same: number;
  /** Not kept until now, or by an earlier version of the program. */
  readonly added: number;
  /** Kept, but not what follows from the log. */
  readonly different: readonly string[];
}

/**
 * Works out again what follows from every log, and compares.
 *
 * @param keep whether what was missing or different is put right
 */
export async function rebuildWorkedOut(db: Database, keep: boolean): Promise<Rebuilt> {
  let [mocks, same, added] = [0, 0, 0];
  const different: string[] = [];
  for (const { id } of await db.selectFrom('mocks').select('id').orderBy('started_at').execute()) {
    const found = await fresh(db, id);
    if (!found) continue;
    mocks += 1;
    const [kept, now] = [await keptAs(db, id), keptText(found)];
    if (kept === now) same += 1;
    else if (kept === null) added += 1;
    else different.push(`${found.mock.learner.name}, ${found.mock.startedAt}`);
    if (keep && kept !== now) await inTransaction(db, (all) => renewWorkedOut(all, id));
  }
  return { mocks, same, added, different };
}

const keptText = (found: Fresh): string => {
  const { mock: _mock, revision: _revision, position: _position, ...kept } = rowOf(found);
  return JSON.stringify(kept);
};

/** What is kept of a mock, as one text; null where it isn't whole, or an earlier version of the program kept it. */
async function keptAs(db: Database, id: string): Promise<string | null> {
  const row = await db
    .selectFrom('worked_out')
    .innerJoin('mocks', 'mocks.id', 'worked_out.mock')
    .innerJoin('evidence', (join) =>
      join.onRef('evidence.mock', '=', 'mocks.id').onRef('evidence.standard', '=', 'mocks.standard'),
    )
    .select([
      'worked_out.ended',
      'worked_out.outcome',
      'worked_out.unsorted',
      'worked_out.body',
      'evidence.standard',
      'evidence.standard_version as standardVersion',
      'evidence.body as evidence',
    ])
    .where('worked_out.mock', '=', id)
    .where('worked_out.version', '=', WORKED_OUT)
    .where('evidence.version', '=', WORKED_OUT)
    .executeTakeFirst();
  if (!row) return null;
  const { ended, outcome, unsorted, body, standard, standardVersion, evidence } = row;
  return JSON.stringify({ ended, outcome, unsorted, body, standard, standardVersion, evidence });
}
