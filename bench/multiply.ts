import { openDatabase } from '../server/store';

/** Copies the demo's drives that count, with their logs and how they ended, until there are enough; answers how many events each has. */
export async function multiply(file: string, drives: number): Promise<number> {
  const db = await openDatabase(file);
  try {
    const mocks = await db.selectFrom('mocks').selectAll().where('beside', 'is', null).execute();
    const events = await db
      .selectFrom('events')
      .select(['mock', 'id', 'device', 'seq', 'at', 'body'])
      .execute();
    const logs = new Map(mocks.map(({ id }) => [id, events.filter(({ mock }) => mock === id)]));
    const worked = await db.selectFrom('worked_out').selectAll().execute();
    const ends = new Map(worked.map((row) => [row.mock, row]));
    let held = mocks.length;
    for (let copy = 0; held < drives; copy += 1)
      await db.transaction().execute(async (transaction) => {
        for (const mock of mocks.slice(0, drives - held)) {
          const id = `${copy}-${mock.id}`;
          await transaction
            .insertInto('mocks')
            .values({ ...mock, id })
            .execute();
          for (const event of logs.get(mock.id) ?? [])
            await transaction
              .insertInto('events')
              .values({ ...event, mock: id })
              .execute();
          const end = ends.get(mock.id);
          if (end)
            await transaction
              .insertInto('worked_out')
              .values({ ...end, mock: id })
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
