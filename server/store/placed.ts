import { setImmediate } from 'node:timers/promises';
import { sql } from 'kysely';
import type { HotSpotMark } from '../../contract';
import { saysMore, type PlacedMark, type Site } from '../../core/hotspot';
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

/** A mock of those that are asked for, with how it lies on its roads as far as counting needs it. */
export interface PlacedRow {
  readonly mock: string;
  readonly startedAt: string;
  readonly zone: string;
  /** What its places follow from besides its log, as that is now. */
  readonly from: string;
  /** Null where it has still to be laid. */
  readonly counted: Counted | null;
}

export interface Counted {
  /** Null where nobody knows where it went; then nothing else is told. */
  readonly unplaced: number | null;
  readonly way: number | null;
  /** Numbers of the spots of its marks, with a space between. */
  readonly tally: string;
}

/** What counting needs of a mark. */
export interface Spot {
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

/** Mocks that are asked for. For queries that join learners where somebody's are asked for. */
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

interface HeldRow extends Pick<PlacedRow, 'mock' | 'startedAt' | 'zone'> {
  readonly route: string | null;
  readonly madeFrom: string | null;
  readonly way: number | null;
  readonly tally: string | null;
  readonly unplaced: number | null;
}

/** So many mocks are read at a time: all at once would take much memory. */
const AT_ONCE = 3_000;

/** All mocks that are asked for, one after the other in the order of their ids. */
export async function* placedRows(db: Database, filter: PlacedFilter): AsyncGenerator<PlacedRow> {
  const from = await madeFrom(db);
  const learners = filter.seenBy === null ? sql`` : sql`inner join learners on learners.id = mocks.learner`;
  for (let after = ''; ;) {
    // Read from an index of mocks that has all of this, beside what was laid in the same order.
    const { rows } = await sql<HeldRow>`
      select mocks.id as mock, started_at as startedAt, zone, route, made_from as madeFrom, way, tally, unplaced
      from mocks left join placed on placed.mock = mocks.id ${learners}
      where mocks.id > ${after} and ${only(filter)} order by mocks.id limit ${AT_ONCE}`.execute(db);
    const last = rows.at(-1);
    if (!last) return;
    after = last.mock;
    for (const { mock, startedAt, zone, route, madeFrom: kept, way, tally, unplaced } of rows) {
      const now = from(route);
      const counted = kept === now ? { unplaced, way, tally: tally ?? '' } : null;
      yield { mock, startedAt, zone: shownZone(zone), from: now, counted };
    }
  }
}

/** The sites of each way, with repeats. */
export async function waysHeld(db: Database): Promise<ReadonlyMap<number, readonly number[]>> {
  const rows = await db.selectFrom('ways').selectAll().execute();
  return new Map(rows.map(({ id, passes }) => [id, passes === '' ? [] : passes.split(' ').map(Number)]));
}

/** Marks of mocks that were laid before at one place, with whose they are. */
export async function placedMarks(
  db: Database,
  filter: PlacedFilter,
  place: number,
): Promise<readonly HotSpotMark[]> {
  const from = await madeFrom(db);
  const rows = await db
    .selectFrom('mocks')
    .innerJoin('learners', 'learners.id', 'mocks.learner')
    .innerJoin('placed', 'placed.mock', 'mocks.id')
    .innerJoin('placed_marks', 'placed_marks.mock', 'mocks.id')
    .where(only(filter))
    .select([
      'mocks.id as mock',
      'mocks.started_at as startedAt',
      'mocks.zone',
      'mocks.route',
      'learners.name as learner',
      'placed.made_from as madeFrom',
      'placed_marks.marks',
    ])
    // The number of a site stands first in each of its marks.
    .where(sql<boolean>`instr(placed_marks.marks, ${`[${place},`}) > 0`)
    .execute();
  return rows.flatMap(({ mock, startedAt, zone, route, learner, marks, ...row }) =>
    row.madeFrom === from(route)
      ? (readJson<readonly KeptMark[]>(marks) ?? []).flatMap(([site, by, at, item, skill, label, gravity]) =>
          site === place
            ? [{ by, at, item, label, skill, gravity, mock, learner, startedAt, zone: shownZone(zone) }]
            : [],
        )
      : [],
  );
}

const spotText = ({ site, skill, gravity }: Spot): string => `${site}:${gravity}:${skill}`;

function spotIn(text: string): Spot {
  const [site, gravity, skill = ''] = text.split(':');
  return { site: Number(site), skill, gravity: Number(gravity) as Spot['gravity'] };
}

export async function spotsHeld(db: Database): Promise<ReadonlyMap<number, Spot>> {
  const rows = await db.selectFrom('spots').selectAll().execute();
  return new Map(rows.map(({ id, mark }) => [id, spotIn(mark)]));
}

export async function sitesHeld(db: Database): Promise<ReadonlyMap<number, Site>> {
  const rows = await db.selectFrom('sites').select(['id', 'body']).execute();
  return new Map(
    rows.flatMap(({ id, body }): readonly (readonly [number, Site])[] => {
      const site = readJson<KeptSite>(body);
      if (!site) return [];
      const { of: _of, ...told } = site;
      return [[id, told]];
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

/** A site with the route that says so of it; none where an earlier version of the program kept it. */
type KeptSite = Site & { readonly of?: string };
type KnownSites = Map<string, { readonly id: number; readonly body: string }>;

/** So many mocks are kept before a batch of marks has its turn. */
const SLICE = 2;

/** Keeps where mocks lie, but those that have changed since they were laid. */
export async function keepPlaced(db: Database, laid: readonly LaidMock[]): Promise<void> {
  if (laid.length === 0) return;
  const held = await db.selectFrom('sites').select(['id', 'key', 'body']).execute();
  const known: KnownSites = new Map(held.map(({ id, key, body }) => [key, { id, body }]));
  for (let n = 0; n < laid.length; n += SLICE) {
    await inTransaction(db, async (all) => {
      for (const one of laid.slice(n, n + SLICE)) await keepOne(all, one, known);
    });
    // Whoever asks or sends marks meanwhile comes next.
    await setImmediate();
  }
}

async function keepOne(
  db: Database,
  { mock, from, positions, revision, placed, sites }: LaidMock,
  known: KnownSites,
): Promise<void> {
  const now = await db.selectFrom('mocks').select('revision').where('id', '=', mock).executeTakeFirst();
  const [events, fixes] = await positionsOfLog(db, mock);
  if (now?.revision !== revision || events !== positions[0] || fixes !== positions[1]) return;
  const of = from.slice(0, from.lastIndexOf(' '));
  for (const site of sites) {
    const body = JSON.stringify({ ...site, of } satisfies KeptSite);
    const before = known.get(site.key)?.body;
    if (before === body) continue;
    const said = before === undefined ? null : readJson<KeptSite>(before);
    // A route that was changed has the last word on what it said itself.
    if (said?.of !== undefined && said.of !== of && !saysMore(site, said)) continue;
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
  const spots = marks.map(({ site, skill, gravity }) => spotText({ site: number(site), skill, gravity }));
  const [way] = await numbersOf(db, 'ways', 'passes', placed ? [placed.passes.map(number).join(' ')] : []);
  await db
    .replaceInto('placed')
    .values({
      mock,
      made_from: from,
      way: way ?? null,
      tally: (await numbersOf(db, 'spots', 'mark', spots)).join(' '),
      unplaced: placed?.unplaced ?? null,
    })
    .execute();
  const told = marks.map(({ site, by, at, item, skill, label, gravity }): KeptMark => [
    number(site),
    by,
    at,
    item,
    skill,
    label,
    gravity,
  ]);
  await db
    .replaceInto('placed_marks')
    .values({ mock, marks: JSON.stringify(told) })
    .execute();
}

/** Texts that many mocks share are kept once, and are told by their numbers. */
async function numbersOf(
  db: Database,
  table: 'ways' | 'spots',
  column: 'passes' | 'mark',
  texts: readonly string[],
): Promise<readonly number[]> {
  const all = JSON.stringify(texts);
  await sql`insert into ${sql.table(table)}(${sql.ref(column)}) select value from json_each(${all}) where true
    on conflict do nothing`.execute(db);
  const { rows } = await sql<{ id: number }>`
    select held.id from json_each(${all}) as asked join ${sql.table(table)} as held
    on held.${sql.ref(column)} = asked.value order by asked.key`.execute(db);
  return rows.map(({ id }) => id);
}

/** A log has changed, or its mock: where it lies is found anew when somebody asks. */
export const forgetPlaced = async (db: Database, mock: string): Promise<void> => {
  await db.deleteFrom('placed').where('mock', '=', mock).execute();
};
