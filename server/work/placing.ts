import type { PlacedDrive, Site } from '../../core/hotspot';
import type { TestView } from '../../contract';
import { answerOf, startThread } from './thread';

/** A drive with what it passed and where it was marked. */
export interface PlacedTest extends PlacedDrive, Pick<TestView, 'learner' | 'route' | 'startedAt' | 'zone'> {
  readonly test: string;
}

export interface PlacedSchool {
  readonly sites: readonly Site[];
  readonly drives: readonly PlacedTest[];
}

let held: { readonly key: string; readonly school: Promise<PlacedSchool> } | null = null;

/**
 * All drives of the school laid onto their routes, worked out in a thread and kept until something has changed.
 *
 * @param key says what state of the database is asked for
 */
export function placedSchool(databaseFile: string, key: string): Promise<PlacedSchool> {
  const whole = `${databaseFile} ${key}`;
  if (held?.key === whole) return held.school;
  const school = answerOf<PlacedSchool>(startThread('places', { databaseFile }), 'the places');
  held = { key: whole, school };
  // What failed is tried again the next time.
  school.catch(() => {
    held = null;
  });
  return school;
}
