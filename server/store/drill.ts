import type { DrillEvent } from '../../core/questions';
import { inTransaction, type Database } from './database';
import { readJson } from './readable';

/** A learner's drill log, in the order in which it came. */
export async function drillOf(db: Database, learner: string): Promise<DrillEvent[]> {
  const rows = await db
    .selectFrom('drill')
    .select('body')
    .where('learner', '=', learner)
    .orderBy('position')
    .execute();
  return rows.flatMap(({ body }) => readJson<DrillEvent>(body) ?? []);
}

/** Of each learner who has drilled, a number that grows with every answer. */
export async function drillStates(db: Database): Promise<ReadonlyMap<string, number>> {
  const rows = await db
    .selectFrom('drill')
    .select(({ fn }) => ['learner', fn.max('position').as('last')])
    .groupBy('learner')
    .execute();
  return new Map(rows.map(({ learner, last }) => [learner, last]));
}

/** Adds what is not there yet, all or none; answers how many were new. */
export async function addDrill(
  db: Database,
  learner: string,
  events: readonly DrillEvent[],
): Promise<number> {
  return inTransaction(db, async (transaction) => {
    let added = 0;
    for (const event of events) {
      const { id, device, seq, at } = event;
      const { numInsertedOrUpdatedRows = 0n } = await transaction
        .insertInto('drill')
        .values({ learner, id, device, seq, at, body: JSON.stringify(event) })
        .onConflict((conflict) => conflict.doNothing())
        .executeTakeFirstOrThrow();
      added += Number(numInsertedOrUpdatedRows);
    }
    return added;
  });
}
