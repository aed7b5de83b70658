import { createNextState as produce } from '@reduxjs/toolkit';

/** Where something stands in a draft: keys of objects and indexes of lists. */
export type Path = readonly (string | number)[];

type Node = Record<string | number, unknown>;

/** The value at a path; undefined where it leads nowhere. */
export const valueAt = (draft: unknown, path: Path): unknown =>
  path.reduce<unknown>(
    (node, key) => (typeof node === 'object' && node !== null ? (node as Node)[key] : undefined),
    draft,
  );

/**
 * The draft with a value at a path. Undefined takes the property away, and an object that is left empty by
 * that with it; missing objects on the way are made.
 */
export function withValue<T extends object>(draft: T, path: Path, value: unknown): T {
  return produce(draft, (writable: unknown) => {
    const nodes: Node[] = [writable as Node];
    for (const key of path.slice(0, -1)) {
      const node = nodes.at(-1);
      if (node) nodes.push((node[key] ??= {}) as Node);
    }
    path.toReversed().forEach((key, up) => {
      const node = nodes.at(-1 - up);
      if (!node) return;
      if (up === 0 && value !== undefined) node[key] = value;
      else if (up === 0 || (value === undefined && isEmpty(node[key]))) Reflect.deleteProperty(node, key);
    });
  });
}

const isEmpty = (node: unknown): boolean =>
  typeof node === 'object' && node !== null && !Array.isArray(node) && Object.keys(node).length === 0;

function changeList<T extends object>(draft: T, path: Path, change: (list: unknown[]) => void): T {
  const list = [...((valueAt(draft, path) as unknown[] | undefined) ?? [])];
  change(list);
  return withValue(draft, path, list);
}

export const withEntry = <T extends object>(draft: T, path: Path, entry: unknown): T =>
  changeList(draft, path, (list) => list.push(entry));

export const withoutEntry = <T extends object>(draft: T, path: Path, index: number): T =>
  changeList(draft, path, (list) => list.splice(index, 1));

export const withMoved = <T extends object>(draft: T, path: Path, from: number, to: number): T =>
  changeList(draft, path, (list) => list.splice(to, 0, ...list.splice(from, 1)));

/** An id that none of these is: `limit-1`, `limit-2` and so on. */
export function freeId(stem: string, taken: Iterable<string>): string {
  const held = new Set(taken);
  for (let n = 1; ; n += 1) if (!held.has(`${stem}-${n}`)) return `${stem}-${n}`;
}
