import type { ReadinessRow } from '../../contract';
import { inTransaction, type Database } from './database';
import { readJson } from './readable';

/** A learner's row of the readiness list, with what it was made from. */
export interface MadeForecast {
  readonly learner: string;
  readonly from: string;
  readonly row: ReadinessRow;
}

/** The last row of each learner, whatever has changed since. */
export async function forecastsKept(db: Database): Promise<ReadonlyMap<string, MadeForecast>> {
  const rows = await db.selectFrom('forecasts').select(['learner', 'made_from as from', 'body']).execute();
  return new Map(
    rows.flatMap(({ learner, from, body }): readonly (readonly [string, MadeForecast])[] => {
      const row = readJson<ReadinessRow>(body);
      return row ? [[learner, { learner, from, row }]] : [];
    }),
  );
}

export async function keepForecasts(db: Database, made: readonly MadeForecast[]): Promise<void> {
  await inTransaction(db, async (all) => {
    for (const { learner, from, row } of made)
      await all
        .replaceInto('forecasts')
        .columns(['learner', 'made_from', 'body'])
        // A learner may have been erased meanwhile.
        .expression(
          all
            .selectFrom('learners')
            .select((is) => ['id', is.val(from).as('from'), is.val(JSON.stringify(row)).as('row')])
            .where('id', '=', learner),
        )
        .execute();
  });
}
