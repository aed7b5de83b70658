import { gzipSync } from 'node:zlib';
import type { Insertable } from 'kysely';
import type { NetworkSummary } from '../../contract';
import { openNetwork, type NetworkFile } from '../../core/network';
import type { Database } from './database';
import type { Tables } from './schema';

const summaries = (db: Database) =>
  db
    .selectFrom('networks')
    .select([
      'id',
      'title',
      'source',
      'driving_side as drivingSide',
      'version',
      'edges',
      'points',
      'kilometres',
      'added_at as addedAt',
    ]);

export const listNetworks = (db: Database): Promise<NetworkSummary[]> =>
  summaries(db).orderBy('title').execute();

export const networkById = async (db: Database, id: string): Promise<NetworkSummary | null> =>
  (await summaries(db).where('id', '=', id).executeTakeFirst()) ?? null;

/** A network as it is kept. */
export type NetworkRow = Omit<Insertable<Tables['networks']>, 'id' | 'version' | 'added_at'>;

/** Works out what is kept of a network; a large one takes seconds. */
export function networkRow(file: NetworkFile): NetworkRow {
  const { lengthOfEdge, edges } = openNetwork(file);
  return {
    title: file.title,
    source: file.source,
    driving_side: file.drivingSide,
    edges,
    points: file.lat.length,
    kilometres: lengthOfEdge.reduce((sum, length) => sum + length, 0) / 1_000,
    gzipped: gzipSync(JSON.stringify(file)),
  };
}

/** Keeps a network; one that is there already is replaced, and its version grows. */
export async function keepNetwork(db: Database, id: string, row: NetworkRow, now: Date): Promise<void> {
  const values = { ...row, added_at: now.toISOString() };
  await db
    .insertInto('networks')
    .values({ id, version: 1, ...values })
    .onConflict((conflict) =>
      conflict.column('id').doUpdateSet(({ eb, ref }) => ({
        ...values,
        version: eb(ref('networks.version'), '+', 1),
      })),
    )
    .execute();
}

/** The file of a network, compressed; null unless it has that version now. */
export async function networkFile(db: Database, id: string, version: number): Promise<Buffer | null> {
  const row = await db
    .selectFrom('networks')
    .select('gzipped')
    .where('id', '=', id)
    .where('version', '=', version)
    .executeTakeFirst();
  return row?.gzipped ?? null;
}
