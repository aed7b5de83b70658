import { parseAdvice, type Advice } from '../../core/coaching';
import type { Database } from './database';
import { keepSettings, settingsHeld } from './settings';

const COACHING = 'coaching';

/** The school's own advice, with its revision; what can't be read counts as none. */
export async function adviceHeld(
  db: Database,
): Promise<{ readonly advice: readonly Advice[]; readonly revision: number }> {
  const { body, revision } = await settingsHeld(db, COACHING);
  const parsed = parseAdvice(body.advice ?? []);
  return { advice: parsed.ok ? parsed.value : [], revision };
}

/** Keeps advice; false when somebody changed it meanwhile. */
export const keepAdvice = (db: Database, revision: number, advice: readonly Advice[]): Promise<boolean> =>
  keepSettings(db, COACHING, revision, { advice });
