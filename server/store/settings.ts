import * as z from 'zod';
import { checkShape } from '../../core/problems';
import type { Database } from './database';
import { readColumn } from './readable';

export const readSettings = (text: string): Readonly<Record<string, unknown>> | null =>
  readColumn(text, (input) => checkShape(z.record(z.string(), z.unknown()), input));

/** Settings of the school under a key; revision 0 when they are as they ship. */
export async function settingsHeld(
  db: Database,
  key: string,
): Promise<{ readonly body: Readonly<Record<string, unknown>>; readonly revision: number }> {
  const row = await db.selectFrom('settings').selectAll().where('key', '=', key).executeTakeFirst();
  return row ? { body: readSettings(row.body) ?? {}, revision: row.revision } : { body: {}, revision: 0 };
}

/** Keeps them if nobody has since `revision`; false when somebody has. */
export async function keepSettings(
  db: Database,
  key: string,
  revision: number,
  body: Readonly<Record<string, unknown>>,
): Promise<boolean> {
  const text = JSON.stringify(body);
  if (revision === 0) {
    const { numInsertedOrUpdatedRows } = await db
      .insertInto('settings')
      .values({ key, body: text, revision: 1 })
      .onConflict((conflict) => conflict.doNothing())
      .executeTakeFirstOrThrow();
    return numInsertedOrUpdatedRows === 1n;
  }
  const { numUpdatedRows } = await db
    .updateTable('settings')
    .set({ body: text, revision: revision + 1 })
    .where('key', '=', key)
    .where('revision', '=', revision)
    .executeTakeFirstOrThrow();
  return numUpdatedRows === 1n;
}
