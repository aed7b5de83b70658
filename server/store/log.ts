import type { DriveEvent } from '../../core/marking';
import { inTransaction, type Database } from './database';
import { forgetPlaced } from './placed';
import { forgetWorkedOut, hasEnded, renewWorkedOut } from './workedOut';

/**
 * Adds events to a log, all or none, and ignores those it has. When this returns they are on disk, with what follows
 * from them: of a mock that has ended it is worked out at once, of one that runs when somebody asks.
 *
 * @returns how many were new
 */
export async function addEvents(db: Database, mock: string, events: readonly DriveEvent[]): Promise<number> {
  return inTransaction(db, async (transaction) => {
    let added = 0n;
    for (const table of ['events', 'fixes'] as const) {
      const rows = events
        .filter(({ kind }) => (kind === 'fix') === (table === 'fixes'))
        .map((event) => ({
          mock,
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
        .onConflict((conflict) => conflict.columns(['mock', 'id']).doNothing())
        .executeTakeFirstOrThrow();
      added += result.numInsertedOrUpdatedRows ?? 0n;
    }
    if (added > 0n) await forgetPlaced(transaction, mock);
    if (added > 0n && events.some(({ kind }) => kind !== 'fix')) await follow(transaction, mock, events);
    return Number(added);
  });
}

async function follow(db: Database, mock: string, events: readonly DriveEvent[]): Promise<void> {
  const ended = (await hasEnded(db, mock)) || events.some(({ kind }) => kind === 'end');
  await (ended ? renewWorkedOut(db, mock) : forgetWorkedOut(db, mock));
}
