import { sql } from 'kysely';
import type { HotSpotMark } from '../../contract';
import type { PlacedMark, Site } from '../../core/hotspot';
import { isOf } from './belonging';
import { inTransaction, type Database } from './database';
import { readJson, shownZone } from './readable';

/** A mark at a site as it is kept: its site's number, its event, when, its item with skill and label, its gravity. */
type KeptMark = readonly [
  site: number,
  by: string,
  at: string,
  item: string,
  skill: string,
  label: string,
  gravity: PlacedMark['gravity'],
];

/** A mock as it lies on its roads, as far as counting needs it. */
export interface PlacedRow {
  readonly startedAt: string;
  readonly zone: string;
  /** Numbers of the sites that were passed, with repeats and a space between; many drives have passed the same. */
  readonly passes: string;
  readonly marks: readonly ShortMark[];
  readonly unplaced: number;
}

export interface ShortMark {
  readonly site: number;
  readonly skill: string;
  readonly gravity: PlacedMark['gravity'];
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
async function madeFrom(db: Database): Promise<(route: string | null) => string> {
  const routes = await db.selectFrom('routes').select(['id', 'revision']).execute();
  const revisions = new Map(routes.map(({ id, revision }) => [id, revision]));
  const { rows } = await sql<{ sum: number }>`select coalesce(sum(version), 0) as sum from networks`.execute(
    db,
  );
  return (route) =>
    route === null ? `networks ${rows[0]?.sum ?? 0}` : `${route} ${revisions.get(route) ?? 0}`;
}

interface LaidRow extends Pick<PlacedRow, 'startedAt' | 'zone' | 'passes' | 'unplaced'> {
  readonly row: number;
  readonly route: string | null;
  readonly madeFrom: string;
  readonly tally: string;
}

/** Mocks that are asked for. For queries that join learners. */
const only = ({ learner, route, mock, seenBy }: PlacedFilter) =>
  sql<boolean>`${sql.join(
    [
      sql`mocks.removed_at is null and mocks.beside is null`,
      ...(learner === null ? [] : [sql`mocks.learner = ${learner}`]),
      ...(route === null ? [] : [sql`mocks.route = ${route}`]),
      ...(mock === null ? [] : [sql`mocks.id = ${mock}`]),
      ...(seenBy === null ? [] : [isOf(seenBy, 'mocks')]),
    ],
    sql` and `,
  )}`;

const chosen = (db: Database, filter: PlacedFilter) =>
  db
    .selectFrom('mocks')
    .innerJoin('learners', 'learners.id', 'mocks.learner')
    .leftJoin('placed', 'placed.mock', 'mocks.id')
    .where(only(filter));

/** So many mocks are read at a time: all at once would not fit into memory. */
const AT_ONCE = 3_000;

/** Mocks that were laid before, one after the other. */
export async function* placedRows(db: Database, filter: PlacedFilter): AsyncGenerator<PlacedRow> {
  const from = await madeFrom(db);
  for (let after = 0; ;) {
    // What was laid is gone through by itself, some at a time; its mocks are looked up.
    const { rows } = await sql<LaidRow>`
      select placed.rowid as row, started_at as startedAt, zone, route, made_from as madeFrom, passes, tally, unplaced
      from placed cross join mocks on mocks.id = placed.mock cross join learners on learners.id = mocks.learner
      where placed.rowid > ${after} and unplaced is not null and ${only(filter)} order by placed.rowid limit ${AT_ONCE}`.execute(
      db,
    );
    const last = rows.at(-1);
    if (!last) return;
    after = last.row;
    for (const { startedAt, zone, route, passes, tally, unplaced, ...row } of rows)
      if (row.madeFrom === from(route))
        yield {
          startedAt,
          zone: shownZone(zone),
          passes,
          marks: tally ? tally.split(' ').map(shortMark) : [],
          unplaced,
        };
  }
}

/** Marks of mocks that were laid before at one place, with whose they are. */
export async function placedMarks(
  db: Database,
  filter: PlacedFilter,
  place: number,
): Promise<readonly HotSpotMark[]> {
  const from = await madeFrom(db);
  const rows = await chosen(db, filter)
    .select([
      'mocks.id as mock',
      'mocks.started_at as startedAt',
      'mocks.zone',
      'mocks.route',
      'learners.name as learner',
      'placed.made_from as madeFrom',
      'placed.marks',
    ])
    // The number of a site stands first in each of its marks.
    .where(sql<boolean>`instr(placed.marks, ${`[${place},`}) > 0`)
    .execute();
  return rows.flatMap(({ mock, startedAt, zone, route, learner, marks, ...row }) =>
    row.madeFrom === from(route)
      ? (readJson<readonly KeptMark[]>(marks ?? '[]') ?? []).flatMap(
          ([site, by, at, item, skill, label, gravity]) =>
            site === place
              ? [{ by, at, item, label, skill, gravity, mock, learner, startedAt, zone: shownZone(zone) }]
              : [],
        )
      : [],
  );
}

const shortText = ({ site, skill, gravity }: ShortMark): string => `${site}:${gravity}:${skill}`;

function shortMark(text: string): ShortMark {
  const [site, gravity, skill = ''] = text.split(':');
  return { site: Number(site), skill, gravity: Number(gravity) as ShortMark['gravity'] };
}

/** Mocks that still have to be laid, the newest first. */
export async function notPlaced(
  db: Database,
  filter: PlacedFilter,
): Promise<readonly { readonly mock: string; readonly from: string }[]> {
  const from = await madeFrom(db);
  const rows = await chosen(db, filter)
    .select(['mocks.id as mock', 'mocks.route', 'placed.made_from as madeFrom'])
    .orderBy('mocks.started_at', 'desc')
    .execute();
  return rows.flatMap(({ mock, route, madeFrom: kept }) =>
    kept === from(route) ? [] : [{ mock, from: from(route) }],
  );
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

/** So many mocks are kept before a batch of marks has its turn. */
const SLICE = 20;

/** Keeps where mocks lie, but those that have changed since they were laid. */
export async function keepPlaced(db: Database, laid: readonly LaidMock[]): Promise<void> {
  if (laid.length === 0) return;
  const held = await db.selectFrom('sites').select(['id', 'key', 'body']).execute();
  const known = new Map(held.map(({ id, key, body }) => [key, { id, body }]));
  for (let n = 0; n < laid.length; n += SLICE)
    await inTransaction(db, async (all) => {
      for (const one of laid.slice(n, n + SLICE)) await keepOne(all, one, known);
    });
}

async function keepOne(
  db: Database,
  { mock, from, positions, revision, placed, sites }: LaidMock,
  known: Map<string, { readonly id: number; readonly body: string }>,
): Promise<void> {
  const now = await db.selectFrom('mocks').select('revision').where('id', '=', mock).executeTakeFirst();
  const [events, fixes] = await positionsOfLog(db, mock);
  if (now?.revision !== revision || events !== positions[0] || fixes !== positions[1]) return;
  for (const site of sites) {
    const body = JSON.stringify(site);
    if (known.get(site.key)?.body === body) continue;
    const { id } = await db
      .insertInto('sites')
      .values({ key: site.key, body })
      .onConflict((conflict) => conflict.column('key').doUpdateSet({ body }))
      .returning('id')
      .executeTakeFirstOrThrow();
    known.set(site.key, { id, body });
  }
  const number = (key: string) => known.get(key)?.id ?? 0;
  const marks = placed?.marks ?? [];
  await db
    .replaceInto('placed')
    .values({
      mock,
      made_from: from,
      passes: (placed?.passes ?? []).map(number).join(' '),
      tally: marks
        .map(({ site, skill, gravity }) => shortText({ site: number(site), skill, gravity }))
        .join(' '),
      marks: JSON.stringify(
        marks.map(({ site, by, at, item, skill, label, gravity }): KeptMark => [
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

/** A log has changed, or its mock: where it lies is found anew when somebody asks. */
export const forgetPlaced = async (db: Database, mock: string): Promise<void> => {
  await db.deleteFrom('placed').where('mock', '=', mock).execute();
};
