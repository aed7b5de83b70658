import { compareVersions, readStandard, type Standard, type StandardRef } from '../../core/standard';
import type { StandardSummary } from '../../contract';
import type { Database } from './database';

const cache = new Map<string, Standard>();

/** One version of a standard, or null. A version never changes once it is kept, so it is read once. */
export async function standardOf(db: Database, { id, version }: StandardRef): Promise<Standard | null> {
  const row = await db
    .selectFrom('standards')
    .select('body')
    .where('id', '=', id)
    .where('version', '=', version)
    .executeTakeFirst();
  if (!row) return null;
  const known = cache.get(row.body);
  if (known) return known;
  const result = readStandard(row.body);
  if (!result.ok) throw new Error(`standard ${id} ${version} in the database is broken`);
  cache.set(row.body, result.value);
  return result.value;
}

/** The newest version of a standard, or null. */
export async function newestStandard(db: Database, id: string): Promise<Standard | null> {
  const rows = await db.selectFrom('standards').select('version').where('id', '=', id).execute();
  const newest = rows
    .map(({ version }) => version)
    .sort(compareVersions)
    .at(-1);
  return newest === undefined ? null : standardOf(db, { id, version: newest });
}

/** Newest version of each first. */
export async function listStandards(db: Database): Promise<StandardSummary[]> {
  const rows = await db.selectFrom('standards').select(['id', 'version', 'title', 'body']).execute();
  return rows
    .map(({ body, ...row }) => ({ ...row, summary: summaryOf(body) }))
    .sort((a, b) => a.title.localeCompare(b.title) || compareVersions(b.version, a.version));
}

function summaryOf(body: string): string | null {
  const { summary } = JSON.parse(body) as { summary?: string };
  return summary ?? null;
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
  const held = await standardOf(db, { id, version });
  return JSON.stringify(held) === body ? 'same' : 'differs';
}
