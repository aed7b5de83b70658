import { gzipSync } from 'node:zlib';
import type { NetworkSummary } from '../../contract';
import { openNetwork, type NetworkFile } from '../../core/network';
import type { Database } from './database';

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

/** Keeps a network; one that is there already is replaced, and its version grows. */
export async function keepNetwork(db: Database, id: string, file: NetworkFile, now: Date): Promise<void> {
  const { lengthOfEdge, edges } = openNetwork(file);
  const values = {
    title: file.title,
    source: file.source,
    driving_side: file.drivingSide,
    edges,
    points: file.lat.length,
    kilometres: lengthOfEdge.reduce((sum, length) => sum + length, 0) / 1_000,
    added_at: now.toISOString(),
    gzipped: gzipSync(JSON.stringify(file)),
  };
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
