import type { Database } from '../store';

/** What the handlers are given. */
export interface Parts {
  readonly db: Database;
  /** Its file, for work that opens it in a thread of its own. */
  readonly databaseFile: string;
  readonly now: () => Date;
  /** Whether the demo's one-button way in is open. */
  readonly demo: boolean;
  readonly version: string;
}
