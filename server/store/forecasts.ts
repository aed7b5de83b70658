import { sql } from 'kysely';
import type { ReadinessRow } from '../../contract';
import type { SchoolRates } from '../../core/readiness';
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

/** A forecast of a day that is over, with what it was made from: it is made once, and again only where that has changed. */
export interface MadePast {
  readonly learner: string;
  /** What it is of: `after MOCK under STANDARD`, or `result RESULT`. */
  readonly what: string;
  readonly from: string;
  readonly body: unknown;
}

/** What was made from the same as now, by what it is of. */
export async function pastKept<T>(
  db: Database,
  wanted: readonly Omit<MadePast, 'body'>[],
): Promise<ReadonlyMap<string, T>> {
  const { rows } = await sql<{ what: string; body: string }>`
    select kept.what, kept.body from json_each(${JSON.stringify(wanted)}) as asked
      join past_forecasts as kept
        on kept.learner = asked.value ->> '$.learner' and kept.what = asked.value ->> '$.what'
        and kept.made_from = asked.value ->> '$.from'`.execute(db);
  return new Map(
    rows.flatMap(({ what, body }): readonly (readonly [string, T])[] => {
      const read = readJson<T>(body);
      return read ? [[what, read]] : [];
    }),
  );
}

export async function keepPast(db: Database, made: readonly MadePast[]): Promise<void> {
  if (made.length === 0) return;
  await sql`replace into past_forecasts (learner, what, made_from, body)
    select learners.id, made.value ->> '$.what', made.value ->> '$.from', made.value -> '$.body'
    from json_each(${JSON.stringify(made)}) as made
      -- A learner may have been erased meanwhile.
      join learners on learners.id = made.value ->> '$.learner'`.execute(db);
}

/** Rates of faults of the whole school, with what they were worked out from. */
export interface MadeRates {
  readonly from: string;
  readonly rates: SchoolRates;
}

/** Null when none were made from that. */
export async function ratesKept(db: Database, from: string): Promise<SchoolRates | null> {
  const row = await db.selectFrom('rates').select('body').where('made_from', '=', from).executeTakeFirst();
  return row ? readJson<SchoolRates>(row.body) : null;
}

/** So many are kept: some days of some standards, and months of results. */
const MOST_RATES = 100;

export async function keepRates(db: Database, made: readonly MadeRates[]): Promise<void> {
  if (made.length === 0) return;
  for (const { from, rates } of made)
    await db
      .replaceInto('rates')
      .values({ made_from: from, body: JSON.stringify(rates) })
      .execute();
  await sql`delete from rates where rowid not in (select rowid from rates order by rowid desc limit ${MOST_RATES})`.execute(
    db,
  );
}
