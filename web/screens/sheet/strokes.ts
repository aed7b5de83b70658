import type { Tally } from '../../../core/session';
import type { Standard } from '../../../core/standard';

/** How often each item was ticked at each severity, by `keyOf`. */
export type Strokes = ReadonlyMap<string, number>;

export const keyOf = ({ item, severity }: Pick<Tally, 'item' | 'severity'>): string => `${item} ${severity}`;

/** The strokes in the standard's own order. */
export const talliesOf = (standard: Standard, strokes: Strokes): readonly Tally[] =>
  standard.sections.flatMap(({ items }) =>
    items.flatMap(({ id: item, severities }) =>
      severities.flatMap((severity) => {
        const times = strokes.get(keyOf({ item, severity }));
        return times ? [{ item, severity, times }] : [];
      }),
    ),
  );
