import type { Manoeuvre, Standard } from '../standard';
import type { Run } from './run';

/** A manoeuvre of a standard on one of its sides, and how often it was begun. */
export interface DueManoeuvre {
  readonly manoeuvre: Manoeuvre;
  readonly side: 'left' | 'right' | null;
  readonly done: number;
}

/** The manoeuvres of a standard in its order, each side apart. */
export const manoeuvresDue = (standard: Standard, runs: readonly Run[]): readonly DueManoeuvre[] =>
  standard.manoeuvres.flatMap((manoeuvre) =>
    (manoeuvre.sides?.length ? manoeuvre.sides : [null]).map((side) => ({
      manoeuvre,
      side,
      done: runs.filter((run) => run.manoeuvre === manoeuvre.id && run.side === side).length,
    })),
  );

/** The first that was not begun yet; nothing when all were. */
export const nextDue = (due: readonly DueManoeuvre[]): DueManoeuvre | undefined =>
  due.find(({ done }) => done === 0);

/**
 * Whether the manoeuvres are a fixed course, driven one after another against clocks or counts; else they are
 * drawn, or come up along the road.
 */
export const isFixedCourse = ({ drive, manoeuvres }: Standard): boolean =>
  !drive?.manoeuvres && manoeuvres.some(({ clock, limits }) => clock !== undefined || limits.length > 0);
