import { sql } from 'kysely';
import type { PlacedMark, Site } from '../../core/hotspot';
import { isOf } from './belonging';
import { inTransaction, type Database } from './database';
import { readJson, shownZone } from './readable';

/** A mark at a site, in short: its site's number, its event, when, its item and its gravity. */
export type ShortMark = readonly [
  site: number,
  by: string,
  at: string,
  item: string,
  skill: string,
  label: string,
  gravity: PlacedMark['gravity'],
];

/** A mock as it lies on its roads. */
export interface PlacedRow {
  readonly mock: string;
  readonly learner: { readonly id: string; readonly name: string };
  readonly startedAt: string;
  readonly zone: string;
  /** Numbers of the sites that were passed, with repeats. */
  readonly passes: readonly number[];
  readonly marks: readonly ShortMark[];
  readonly unplaced: number;
}

/** A mock that was laid onto its roads just now, as its log was up to some positions. */
export interface LaidMock {
  readonly mock: string;
  readonly from: string;
  readonly positions: readonly [events: number, fixes: number];
  readonly revision: number;
  /** Null for a mock of which nobody knows where it went. */
  readonly placed: {
    readonly passes: readonly string[];
    readonly marks: readonly PlacedMark[];
    readonly unplaced: number;
  } | null;
  readonly sites: readonly Site[];
}

export interface PlacedFilter {
  readonly learner: string | null;
  readonly route: string | null;
  readonly mock: string | null;
  /** Only what this instructor sees; null: all. */
  readonly seenBy: string | null;
}

/** What a mock's places follow from besides its log: its route as it is now, or all networks where it has none. */
const madeFrom = sql<string>`case when mocks.route is null
  then 'networks ' || (select coalesce(sum(version), 0) from networks)
  else mocks.route || ' ' || coalesce((select revision from routes where routes.id = mocks.route), 0) end`;

const chosen = (db: Database, { learner, route, mock, seenBy }: PlacedFilter) => {
  let query = db
    .selectFrom('mocks')
    .innerJoin('learners', 'learners.id', 'mocks.learner')
    .leftJoin('placed', (join) =>
      join.onRef('placed.mock', '=', 'mocks.id').on('placed.made_from', '=', madeFrom),
    )
    .where('mocks.removed_at', 'is', null)
    .where('mocks.beside', 'is', null);
  if (learner !== null) query = query.where('mocks.learner', '=', learner);
  if (route !== null) query = query.where('mocks.route', '=', route);
  if (mock !== null) query = query.where('mocks.id', '=', mock);
  if (seenBy !== null) query = query.where(isOf(seenBy, 'mocks'));
  return query;
};

/** Mocks that were laid before, one after the other. */
export async function* placedRows(db: Database, filter: PlacedFilter): AsyncGenerator<PlacedRow> {
  const rows = chosen(db, filter)
    .where('placed.unplaced', 'is not', null)
    .select([
      'mocks.id as mock',
      'mocks.started_at as startedAt',
      'mocks.zone',
      'learners.id as learner',
      'learners.name',
      'placed.passes',
      'placed.marks',
      'placed.unplaced',
    ]);
  for await (const { mock, startedAt, zone, learner, name, passes, marks, unplaced } of rows.stream())
    yield {
      mock,
      learner: { id: learner, name },
      startedAt,
      zone: shownZone(zone),
      passes: passes ? passes.split(' ').map(Number) : [],
      marks: readJson<readonly ShortMark[]>(marks ?? '[]') ?? [],
      unplaced: unplaced ?? 0,
    };
}

/** Mocks that still have to be laid, the newest first. */
export async function notPlaced(
  db: Database,
  filter: PlacedFilter,
): Promise<readonly { readonly mock: string; readonly from: string }[]> {
  return chosen(db, filter)
    .where('placed.mock', 'is', null)
    .select(['mocks.id as mock', madeFrom.as('from')])
    .orderBy('mocks.started_at', 'desc')
    .execute();
}

export async function sitesHeld(db: Database): Promise<ReadonlyMap<number, Site>> {
  const rows = await db.selectFrom('sites').select(['id', 'body']).execute();
  return new Map(
    rows.flatMap(({ id, body }): readonly (readonly [number, Site])[] => {
      const site = readJson<Site>(body);
      return site ? [[id, site]] : [];
    }),
  );
}

/** How far a log and its positions go. */
export async function positionsOfLog(db: Database, mock: string): Promise<LaidMock['positions']> {
  const last = async (table: 'events' | 'fixes') =>
    (
      await db
        .selectFrom(table)
        .select((is) => is.fn.max('position').as('last'))
        .where('mock', '=', mock)
        .executeTakeFirst()
    )?.last ?? 0;
  return [await last('events'), await last('fixes')];
}

/** Keeps where mocks lie, but those that have changed since they were laid. */
export async function keepPlaced(db: Database, laid: readonly LaidMock[]): Promise<void> {
  await inTransaction(db, async (all) => {
    const numbers = new Map<string, number>();
    const numberOf = async (site: Site): Promise<number> => {
      const known = numbers.get(site.key);
      if (known !== undefined) return known;
      const body = JSON.stringify(site);
      const { id } = await all
        .insertInto('sites')
        .values({ key: site.key, body })
        .onConflict((conflict) => conflict.column('key').doUpdateSet({ body }))
        .returning('id')
        .executeTakeFirstOrThrow();
      numbers.set(site.key, id);
      return id;
    };
    for (const { mock, from, positions, revision, placed, sites } of laid) {
      const now = await all.selectFrom('mocks').select('revision').where('id', '=', mock).executeTakeFirst();
      const [events, fixes] = await positionsOfLog(all, mock);
      if (now?.revision !== revision || events !== positions[0] || fixes !== positions[1]) continue;
      for (const site of sites) await numberOf(site);
      const number = (key: string) => numbers.get(key) ?? 0;
      await all
        .replaceInto('placed')
        .values({
          mock,
          made_from: from,
          passes: (placed?.passes ?? []).map(number).join(' '),
          marks: JSON.stringify(
            (placed?.marks ?? []).map(({ site, by, at, item, skill, label, gravity }): ShortMark => [
              number(site),
              by,
              at,
              item,
              skill,
              label,
              gravity,
            ]),
          ),
          unplaced: placed?.unplaced ?? null,
        })
        .execute();
    }
  });
}

/** A log has changed, or its mock: where it lies is found anew when somebody asks. */
export const forgetPlaced = async (db: Database, mock: string): Promise<void> => {
  await db.deleteFrom('placed').where('mock', '=', mock).execute();
};
