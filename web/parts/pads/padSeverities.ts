import type { Item, Severity, Standard } from '../../../core/standard';

/** What one pad can give: the smallest counting severity by one touch, the others apart, graver ones first. */
export interface PadSeverities {
  readonly main: Severity;
  readonly others: readonly Severity[];
}

const known = new WeakMap<Item, Map<string, PadSeverities | null>>();

/**
 * The severities of a pad; the same object each time, so that an unchanged pad is not drawn again.
 *
 * @param grave after the instructor had to act: the gravest is the large one
 */
export function padSeverities(standard: Standard, item: Item, grave = false): PadSeverities | null {
  const key = `${standard.id} ${standard.version} ${grave}`;
  const before = known.get(item)?.get(key);
  if (before !== undefined) return before;
  const found = sortSeverities(standard, item, grave);
  known.set(item, (known.get(item) ?? new Map<string, PadSeverities | null>()).set(key, found));
  return found;
}

function sortSeverities(standard: Standard, item: Item, grave: boolean): PadSeverities | null {
  const allowed = standard.severities
    .filter(({ id }) => item.severities.includes(id))
    .sort((a, b) => a.gravity - b.gravity);
  const counting = allowed.filter(({ gravity }) => gravity > 0);
  const main = (grave ? counting.at(-1) : counting[0]) ?? allowed[0];
  if (!main) return null;
  return {
    main,
    others: [
      ...counting.filter((one) => one !== main),
      ...allowed.filter((one) => one.gravity === 0 && one !== main),
    ],
  };
}

/** Enter gives the smallest, with Shift the next graver, with Alt the gravest. */
export function severityByKeys(
  { main, others }: PadSeverities,
  keys: { readonly shiftKey: boolean; readonly altKey: boolean },
): Severity {
  const graver = others.filter(({ gravity }) => gravity > main.gravity);
  if (keys.altKey) return graver.at(-1) ?? main;
  return keys.shiftKey ? (graver[0] ?? main) : main;
}
