import { Worker } from 'node:worker_threads';
import type { PlacedDrive, Site } from '../../core/hotspot';
import type { TestView } from '../../contract';

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
  const school = new Promise<PlacedSchool>((resolve, reject) => {
    const ending = import.meta.url.endsWith('.ts') ? 'ts' : 'js';
    const worker = new Worker(new URL(`./places.${ending}`, import.meta.url), {
      workerData: { databaseFile },
    });
    worker.once('message', resolve);
    worker.once('error', reject);
    worker.once('exit', () => reject(new Error('the places could not be worked out')));
  });
  held = { key: whole, school };
  // What failed is tried again the next time.
  school.catch(() => {
    held = null;
  });
  return school;
}
