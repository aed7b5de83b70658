import { sql } from 'kysely';
import type { DriveEvent } from '../../core/marking';
import { inTransaction, type Database } from './database';
import { forgetPlaced } from './placed';
import { forgetWorkedOut, renewWorkedOut } from './workedOut';

/**
 * Adds events to a log, all or none, and ignores those it has. When this returns they are on disk, with what follows
 * from them: of a mock that has ended it is worked out at once, of one that runs when somebody asks.
 *
 * @returns how many were new
 */
export async function addEvents(db: Database, mock: string, events: readonly DriveEvent[]): Promise<number> {
  return inTransaction(db, async (transaction) => {
    const { marks, fixes } = await addLog(transaction, mock, events);
    if (fixes + marks > 0) await follow(transaction, mock, marks > 0 ? events : []);
    return fixes + marks;
  });
}

/**
 * Adds events, and works out nothing from them: for the log of a new mock, of which whoever calls keeps what follows.
 *
 * @returns how many were new
 */
export async function addLog(
  db: Database,
  mock: string,
  events: readonly DriveEvent[],
): Promise<{ readonly marks: number; readonly fixes: number }> {
  const fixes = events.filter(({ kind }) => kind === 'fix');
  const marks = events.filter(({ kind }) => kind !== 'fix');
  return {
    fixes: await insert(db, 'fixes', mock, fixes),
    marks: await insert(db, 'events', mock, marks),
  };
}

/** In one statement that is the same for any number of events. @returns how many were new */
async function insert(
  db: Database,
  table: 'events' | 'fixes',
  mock: string,
  events: readonly DriveEvent[],
): Promise<number> {
  if (events.length === 0) return 0;
  const { numAffectedRows } = await sql`
    insert into ${sql.table(table)} (mock, id, device, seq, at, body)
    select ${mock}, value ->> '$.id', value ->> '$.device', value ->> '$.seq', value ->> '$.at', value
    from json_each(${JSON.stringify(events)}) where true
    on conflict (mock, id) do nothing`.execute(db);
  return Number(numAffectedRows ?? 0n);
}

/** What was worked out from a log that has grown is worked out again, or is gone. */
async function follow(db: Database, mock: string, marks: readonly DriveEvent[]): Promise<void> {
  const { rows } = await sql<{ ended: number; worked: number; placed: number }>`
    select exists (select 1 from worked_out where mock = ${mock} and ended = 1) as ended,
      exists (select 1 from worked_out where mock = ${mock})
        or exists (select 1 from evidence where mock = ${mock}) as worked,
      exists (select 1 from placed where mock = ${mock}) as placed`.execute(db);
  const kept = rows[0];
  if (kept?.placed) await forgetPlaced(db, mock);
  if (marks.length === 0) return;
  if (kept?.ended || marks.some(({ kind }) => kind === 'end')) await renewWorkedOut(db, mock);
  else if (kept?.worked) await forgetWorkedOut(db, mock);
}
