import type { SqliteStatement } from 'kysely';

/** A statement that does nothing, for one that has been done already. */
export const NOTHING: SqliteStatement = {
  reader: false,
  all: () => [],
  run: () => ({ changes: 0, lastInsertRowid: 0 }),
  iterate: () => [][Symbol.iterator](),
};
