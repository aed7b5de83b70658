import type { YardView } from '../../contract';
import type { Keeper } from '../keeping';
import type { Database } from '../store';

/** What the handlers are given. */
export interface Parts {
  readonly db: Database;
  /** Its file, for work that opens it in a thread of its own. */
  readonly databaseFile: string;
  readonly keeper: Keeper;
  readonly now: () => Date;
  /** Whether the demo's one-button way in is open. */
  readonly demo: boolean;
  /** Courses and vehicles that ship. */
  readonly yard: Omit<YardView, 'own'>;
  readonly version: string;
  /** How browsers elsewhere reach the school, such as https://school.example; null when nobody has said. */
  readonly publicOrigin: string | null;
  /** Where a device that does not trust the school yet is told how; null when there is no such page. */
  readonly trust: { readonly page: string; readonly fingerprint: string } | null;
}
