import type { Stopped } from './access';

/** A wall, a fence or a line of bollards that stops cars, as nodes. */
export interface Line {
  readonly refs: readonly number[];
  readonly stopped: Exclude<Stopped, 'passes'>;
  /** It stands across any road that it touches; others only where they go on beyond it. */
  readonly across: boolean;
}

/**
 * Nodes of roads at which no car passes, with whether that is only assumed: barriers on the node itself, whose word
 * counts first, and lines that cross a road there. A line drawn on the road itself stands along it.
 */
export function blockedNodes(
  roads: readonly { readonly refs: readonly number[] }[],
  lines: readonly Line[],
  onNode: ReadonlyMap<number, Stopped>,
): ReadonlyMap<number, Line['stopped']> {
  const blocked = new Map<number, Line['stopped']>();
  for (const [node, stopped] of onNode) if (stopped !== 'passes') blocked.set(node, stopped);
  const touched = new Set(lines.flatMap(({ refs }) => refs));
  if (touched.size === 0) return blocked;
  /** Neighbours along a road of nodes that a line shares with it. */
  const along = new Map<number, Set<number | undefined>>();
  for (const { refs } of roads)
    refs.forEach((ref, n) => {
      if (!touched.has(ref)) return;
      const kin = along.get(ref) ?? new Set();
      kin.add(refs[n - 1]).add(refs[n + 1]);
      along.set(ref, kin);
    });
  /** How many arms of lines leave a node off the road; two of them cross it. */
  const arms = new Map<number, { readonly count: number; readonly stopped: Line['stopped'] }>();
  for (const { refs, stopped, across } of lines)
    refs.forEach((ref, n) => {
      const road = along.get(ref);
      if (!road || onNode.has(ref)) return;
      const off = [refs[n - 1], refs[n + 1]].filter((next) => next !== undefined && !road.has(next)).length;
      const before = arms.get(ref);
      arms.set(ref, {
        count: (before?.count ?? 0) + (across && off > 0 ? 2 : off),
        stopped: before?.stopped === 'stops' ? 'stops' : stopped,
      });
    });
  for (const [node, { count, stopped }] of arms) if (count >= 2) blocked.set(node, stopped);
  return blocked;
}
