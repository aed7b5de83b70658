import type { Tally } from '../../../core/session';
import type { Standard } from '../../../core/standard';

/** Where marks stand that were made in no manoeuvre of a course. */
export const WHOLE_TEST = '';

/** How often each item was ticked at each severity, in each manoeuvre of a course, by `keyOf`. */
export type Strokes = ReadonlyMap<string, number>;

interface Line extends Pick<Tally, 'item' | 'severity'> {
  /** A manoeuvre of the course, or the whole test. */
  readonly place: string;
}

export const keyOf = ({ place, item, severity }: Line): string => `${place}|${item} ${severity}`;

/** How often each line was ticked in one place. */
export const strokesIn =
  (strokes: Strokes, place: string) =>
  (item: string, severity: string): number =>
    strokes.get(keyOf({ place, item, severity })) ?? 0;

/** The strokes of one place in the standard's own order. */
export const talliesOf = (standard: Standard, strokes: Strokes, place: string): Tally[] =>
  standard.sections.flatMap(({ items }) =>
    items.flatMap(({ id: item, severities }) =>
      severities.flatMap((severity) => {
        const times = strokes.get(keyOf({ place, item, severity }));
        return times ? [{ item, severity, times }] : [];
      }),
    ),
  );
