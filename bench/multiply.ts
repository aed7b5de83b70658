import { openDatabase } from '../server/store';

/** Copies the demo's drives, with their logs, until there are enough; answers how many events each has. */
export async function multiply(file: string, drives: number): Promise<number> {
  const db = await openDatabase(file);
  try {
    const tests = await db.selectFrom('tests').selectAll().where('started_at', '<>', '').execute();
    const events = await db
      .selectFrom('events')
      .select(['test', 'id', 'device', 'seq', 'at', 'body'])
      .execute();
    const logs = new Map(tests.map(({ id }) => [id, events.filter(({ test }) => test === id)]));
    let held = tests.length;
    for (let copy = 0; held < drives; copy += 1)
      await db.transaction().execute(async (transaction) => {
        for (const test of tests.slice(0, drives - held)) {
          const id = `${copy}-${test.id}`;
          await transaction
            .insertInto('tests')
            .values({ ...test, id })
            .execute();
          for (const event of logs.get(test.id) ?? [])
            await transaction
              .insertInto('events')
              .values({ ...event, test: id })
              .execute();
          held += 1;
        }
      });
    const { all } = await db
      .selectFrom('events')
      .select((is) => is.fn.countAll<number>().as('all'))
      .executeTakeFirstOrThrow();
    return Math.round(all / drives);
  } finally {
    await db.destroy();
  }
}
