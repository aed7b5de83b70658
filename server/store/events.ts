import { sql } from 'kysely';
import type { DriveEvent } from '../../core/marking';
import type { Database } from './database';
import { readJson } from './readable';

/**
 * Highest sequence number held, by device. The devices are found by skipping through the index, so that a
 * long log is not read for it.
 */
export async function highestSeqs(db: Database, mock: string): Promise<Record<string, number>> {
  const highestIn = (name: 'events' | 'fixes') => {
    const table = sql.table(name);
    return sql`select * from (
      with recursive devices(device) as (
        select min(device) from ${table} where mock = ${mock}
        union all
        select (select min(device) from ${table} where mock = ${mock} and device > devices.device)
        from devices where device is not null
      )
      select device, (select max(seq) from ${table} where mock = ${mock} and device = devices.device) as seq
      from devices where device is not null)`;
  };
  const { rows } = await sql<{ device: string; seq: number }>`
    ${highestIn('events')} union all ${highestIn('fixes')}`.execute(db);
  const highest: Record<string, number> = {};
  for (const { device, seq } of rows) highest[device] = Math.max(highest[device] ?? 0, seq);
  return highest;
}

/** A log without its fixes, in order of arrival, from after a position. */
export async function eventsOf(
  db: Database,
  mock: string,
  after = 0,
): Promise<{ readonly events: DriveEvent[]; readonly position: number }> {
  const rows = await db
    .selectFrom('events')
    .select(['position', 'body'])
    .where('mock', '=', mock)
    .where('position', '>', after)
    .orderBy('position')
    .execute();
  return {
    events: rows.flatMap(({ body }) => readJson<DriveEvent>(body) ?? []),
    position: rows.at(-1)?.position ?? after,
  };
}

/**
 * Logs of several mocks at once, without their fixes.
 *
 * @param kinds only events of these; null for all
 */
export async function eventsByMock(
  db: Database,
  mocks: readonly string[],
  kinds: readonly DriveEvent['kind'][] | null = null,
): Promise<ReadonlyMap<string, readonly DriveEvent[]>> {
  const logs = new Map<string, DriveEvent[]>(mocks.map((id) => [id, []]));
  if (mocks.length === 0) return logs;
  const bodies = (of: readonly string[]) => {
    const query = db.selectFrom('events').where('mock', 'in', of);
    return kinds
      ? query.where(sql`case when json_valid(body) then body ->> '$.kind' end`, 'in', kinds)
      : query;
  };
  // A log is read and parsed as one text, in two thirds of the time that its events take one by one.
  const rows = await bodies(mocks)
    .select('mock')
    .select(sql<string>`'[' || group_concat(body) || ']'`.as('log'))
    .groupBy('mock')
    .execute();
  // Broken events side by side could make sound ones: a log that has any is read event by event.
  const broken = await brokenLogs(db, mocks);
  for (const { mock, log } of rows) {
    const events = broken.has(mock) ? null : readJson<DriveEvent[]>(log);
    if (events) logs.set(mock, events);
    else broken.add(mock);
  }
  if (broken.size === 0) return logs;
  for (const { mock, body } of await bodies([...broken])
    .select(['mock', 'body'])
    .execute()) {
    const event = readJson<DriveEvent>(body);
    if (event) logs.get(mock)?.push(event);
  }
  return logs;
}

/** Those of some mocks with an event that can't be read. SQLite keeps an index of such events alone. */
async function brokenLogs(db: Database, mocks: readonly string[]): Promise<Set<string>> {
  const { rows } = await sql<{ mock: string }>`
    select distinct mock from events indexed by events_unreadable
    where json_valid(body) = 0 and mock in (select value from json_each(${JSON.stringify(mocks)}))`.execute(
    db,
  );
  return new Set(rows.map(({ mock }) => mock));
}

/** How many marks and steps, and how many fixes, a mock holds. */
export async function lengthsOf(
  db: Database,
  mock: string,
): Promise<{ readonly events: number; readonly fixes: number }> {
  const { rows } = await sql<{ events: number; fixes: number }>`
    select (select count(*) from events where mock = ${mock}) as events,
      (select count(*) from fixes where mock = ${mock}) as fixes`.execute(db);
  return rows[0] ?? { events: 0, fixes: 0 };
}

export async function fixesOf(db: Database, mock: string): Promise<DriveEvent[]> {
  const rows = await db.selectFrom('fixes').select('body').where('mock', '=', mock).execute();
  return rows.flatMap(({ body }) => readJson<DriveEvent>(body) ?? []);
}
