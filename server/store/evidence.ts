import { sql } from 'kysely';
import { evidenceOf, skillsWatched, type Evidence, type MockDrive } from '../../core/readiness';
import type { Standard, StandardRef } from '../../core/standard';
import { inTransaction, type Database } from './database';
import { eventsOf } from './events';
import { mockOrBinned, type HeldDrive } from './mocks';
import { readJson } from './readable';
import { standardOf } from './standards';
import { WORKED_OUT } from './workedOutVersion';

/** What evidence needs to know of a mock besides its log. */
export const driveOfMock = ({ mock, standard, events }: HeldDrive): MockDrive => ({
  mock: mock.id,
  startedAt: mock.startedAt,
  route: mock.route?.id ?? null,
  retest: mock.retest,
  standard,
  events,
  onPaper: mock.source === 'paper',
});

/** A mock with what it was marked under and its log, and how far that goes; null where it, or its standard, can't be read. */
export async function driveHeld(
  db: Database,
  id: string,
): Promise<(HeldDrive & { readonly position: number }) | null> {
  const mock = await mockOrBinned(db, id);
  const standard = mock && (await standardOf(db, mock.standard));
  return mock && standard ? { mock, standard, ...(await eventsOf(db, id)) } : null;
}

/** Evidence of a mock under a standard, as it was read from its log up to a position and a revision of the mock. */
export interface ReadEvidence {
  readonly mock: string;
  readonly standard: StandardRef;
  readonly position: number;
  readonly revision: number;
  readonly evidence: Evidence;
}

/** Keeps evidence, unless the mock or its log has changed since it was read. */
export async function keepEvidence(db: Database, read: readonly ReadEvidence[]): Promise<void> {
  await inTransaction(db, async (all) => {
    for (const { mock, standard, position, revision, evidence } of read) {
      const { rows } = await sql<{ revision: number; last: number | null }>`
        select revision, (select max(position) from events where mock = mocks.id) as last
        from mocks where id = ${mock}`.execute(all);
      const [now] = rows;
      if (now?.revision !== revision || (now.last ?? 0) !== position) continue;
      await all
        .replaceInto('evidence')
        .values({
          mock,
          standard: standard.id,
          standard_version: standard.version,
          version: WORKED_OUT,
          body: JSON.stringify(compact(evidence)),
        })
        .execute();
    }
  });
}

/** Which skills were watched follows from the two standards, and is the longest part by far. */
export function compact({ covered: _covered, mock: _mock, ...rest }: Evidence): object {
  return rest;
}

/** What tells a mock apart from all others, and from itself before it changed. */
export interface HeadOfMock {
  readonly id: string;
  readonly learner: string;
  readonly startedAt: string;
  readonly revision: number;
  /** Of the last event of its log. */
  readonly position: number;
}

/** All mocks of the school that count, the newest first. */
export async function headsOfMocks(db: Database): Promise<readonly HeadOfMock[]> {
  const rows = await db
    .selectFrom('mocks')
    .leftJoin('worked_out', (join) =>
      join.onRef('worked_out.mock', '=', 'mocks.id').on('worked_out.version', '=', WORKED_OUT),
    )
    .select([
      'mocks.id',
      'mocks.learner',
      'mocks.started_at as startedAt',
      'mocks.revision',
      'worked_out.position',
    ])
    .where('mocks.removed_at', 'is', null)
    .where('mocks.beside', 'is', null)
    .orderBy('mocks.started_at', 'desc')
    .orderBy('mocks.id')
    .execute();
  const missing = rows.filter(({ position }) => position === null).map(({ id }) => id);
  const { rows: last } = await sql<{ id: string; position: number }>`
    select value as id, coalesce((select max(position) from events where mock = value), 0) as position
    from json_each(${JSON.stringify(missing)})`.execute(db);
  const positions = new Map(last.map(({ id, position }) => [id, position]));
  return rows.map((row) => ({ ...row, position: row.position ?? positions.get(row.id) ?? 0 }));
}

/** Of mocks, what each tells under a standard: kept, or worked out now from its log. */
export async function evidenceUnder(
  db: Database,
  to: Standard,
  mocks: readonly string[],
): Promise<{ readonly evidence: ReadonlyMap<string, Evidence>; readonly fresh: readonly ReadEvidence[] }> {
  const evidence = await keptEvidence(db, to, mocks);
  const fresh: ReadEvidence[] = [];
  for (const id of mocks) {
    if (evidence.has(id)) continue;
    const held = await driveHeld(db, id);
    if (!held) continue;
    const { mock, position } = held;
    const own = evidenceOf(to, driveOfMock(held));
    evidence.set(id, own);
    const ref = { id: to.id, version: to.version };
    fresh.push({ mock: id, standard: ref, position, revision: mock.revision, evidence: own });
  }
  return { evidence, fresh };
}

async function keptEvidence(
  db: Database,
  to: Standard,
  mocks: readonly string[],
): Promise<Map<string, Evidence>> {
  const { rows } = await sql<{ mock: string; body: string }>`
    select evidence.mock, evidence.body from json_each(${JSON.stringify(mocks)}) as asked
      join evidence on evidence.mock = asked.value and evidence.standard = ${to.id}
    where evidence.standard_version = ${to.version} and evidence.version = ${WORKED_OUT}`.execute(db);
  const kept = new Map<string, Evidence>();
  for (const { mock, body } of rows) {
    const rest = readJson<Omit<Evidence, 'mock' | 'covered'>>(body);
    const from = rest && (await standardOf(db, rest.under));
    if (from) kept.set(mock, { mock, ...rest, covered: skillsWatched(from, to) });
  }
  return kept;
}
