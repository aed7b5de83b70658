import { group, sort } from 'd3-array';
import { sql } from 'kysely';
import { compareVersions, readStandard, type Standard, type StandardRef } from '../../core/standard';
import type { StandardSummary } from '../../contract';
import { isOf } from './belonging';
import type { Database } from './database';

const read = new WeakMap<Database, Map<string, Standard>>();

function knownOf(db: Database): Map<string, Standard> {
  const known = read.get(db) ?? new Map<string, Standard>();
  read.set(db, known);
  return known;
}

/** One version of a standard; null when it is not there or cannot be made sense of. A version never changes once it is kept, so it is read once. */
export async function standardOf(db: Database, { id, version }: StandardRef): Promise<Standard | null> {
  const known = knownOf(db);
  const before = known.get(`${id} ${version}`);
  if (before) return before;
  const body = await bodyOf(db, { id, version });
  if (body === null) return null;
  const result = readStandard(body);
  if (!result.ok) return null;
  known.set(`${id} ${version}`, result.value);
  return result.value;
}

async function bodyOf(db: Database, { id, version }: StandardRef): Promise<string | null> {
  const row = await db
    .selectFrom('standards')
    .select('body')
    .where('id', '=', id)
    .where('version', '=', version)
    .executeTakeFirst();
  return row?.body ?? null;
}

/** The newest version of a standard that can be read, or null. */
export async function newestStandard(db: Database, id: string): Promise<Standard | null> {
  const rows = await db.selectFrom('standards').select('version').where('id', '=', id).execute();
  const versions = rows.map(({ version }) => version).sort((a, b) => compareVersions(b, a));
  for (const version of versions) {
    const standard = await standardOf(db, { id, version });
    if (standard) return standard;
  }
  return null;
}

/** The newest version of each standard that can be read, by title. */
export async function newestStandards(db: Database): Promise<readonly Standard[]> {
  const rows = await db.selectFrom('standards').select('id').distinct().execute();
  const all = await Promise.all(rows.map(({ id }) => newestStandard(db, id)));
  return all.filter((standard) => standard !== null).sort((a, b) => a.title.localeCompare(b.title));
}

/** So many of those who drove under a standard are told by name. */
const NAMED = 4;

/** Newest version of each first, with the mocks that were marked under it. @param seenBy counts only what this instructor sees; null: all */
export async function listStandards(db: Database, seenBy: string | null = null): Promise<StandardSummary[]> {
  const rows = await db.selectFrom('standards').select(['id', 'version', 'title']).execute();
  // As the index of mocks by standard has it.
  const under = sql<string>`mocks.standard || ' ' || mocks.standard_version`;
  let using = db
    .selectFrom('mocks')
    .select(({ fn }) => [
      under.as('under'),
      'mocks.learner',
      fn.countAll<number>().as('mocks'),
      fn.max('mocks.started_at').as('last'),
    ])
    .where('mocks.removed_at', 'is', null)
    .where('mocks.beside', 'is', null)
    .groupBy([under, 'mocks.learner']);
  if (seenBy !== null)
    using = using.innerJoin('learners', 'learners.id', 'mocks.learner').where(isOf(seenBy, 'mocks'));
  const uses = group(await using.execute(), (use) => use.under);
  const versions = group(rows, ({ id }) => id);
  const drivers = new Map(
    [...versions].map(([id, own]): readonly [string, readonly string[]] => {
      const all = own.flatMap(({ version }) => uses.get(`${id} ${version}`) ?? []);
      const newest = sort(all, (a, b) => b.last.localeCompare(a.last));
      return [id, [...new Set(newest.map(({ learner }) => learner))]];
    }),
  );
  const named = [...drivers.values()].flatMap((ids) => ids.slice(0, NAMED));
  const names = new Map(
    (await db.selectFrom('learners').select(['id', 'name']).where('id', 'in', named).execute()).map(
      ({ id, name }) => [id, name],
    ),
  );
  const readable = await Promise.all(
    rows.map(async (row) => {
      const standard = await standardOf(db, row);
      return standard ? [{ ...row, standard }] : [];
    }),
  );
  return readable
    .flat()
    .map(({ standard, ...row }) => {
      const own = uses.get(`${row.id} ${row.version}`) ?? [];
      const drove = drivers.get(row.id) ?? [];
      return {
        ...row,
        summary: standard.summary ?? null,
        licenceClass: standard.licenceClass,
        drivingSide: standard.drivingSide,
        manoeuvreKinds: [...new Set(standard.manoeuvres.map(({ kind }) => kind))],
        mocks: own.reduce((sum, { mocks }) => sum + mocks, 0),
        learners: {
          total: drove.length,
          last: drove.slice(0, NAMED).map((id) => ({ id, name: names.get(id) ?? '' })),
        },
      };
    })
    .sort((a, b) => a.title.localeCompare(b.title) || compareVersions(b.version, a.version));
}

/** `added`; or `same` when this very version is there; or `differs` when another content has its version. */
export async function addStandard(
  db: Database,
  standard: Standard,
  now: Date,
): Promise<'added' | 'same' | 'differs'> {
  const { id, version, title } = standard;
  const body = JSON.stringify(standard);
  const { numInsertedOrUpdatedRows } = await db
    .insertInto('standards')
    .values({ id, version, title, body, added_at: now.toISOString() })
    .onConflict((conflict) => conflict.doNothing())
    .executeTakeFirstOrThrow();
  if (numInsertedOrUpdatedRows === 1n) return 'added';
  // What is there letter for letter need not be read: it is what was asked for.
  if ((await bodyOf(db, { id, version })) === body) {
    knownOf(db).set(`${id} ${version}`, standard);
    return 'same';
  }
  const held = await standardOf(db, { id, version });
  return JSON.stringify(held) === body ? 'same' : 'differs';
}
