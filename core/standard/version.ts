import type { StandardRef } from './schema';

/** Below zero when `a` is the older of two versions such as 1.2.0, above when it is the newer. */
export function compareVersions(a: string, b: string): number {
  const [left, right] = [a, b].map((version) => version.split('.').map(Number));
  return [0, 1, 2].reduce((sign, n) => sign || (left?.[n] ?? 0) - (right?.[n] ?? 0), 0);
}

/** The version that comes after all of these: the newest with its middle number raised. */
export function nextVersion(held: readonly string[]): string {
  const newest = [...held].sort(compareVersions).at(-1);
  if (newest === undefined) return '1.0.0';
  const [major = 1, minor = 0] = newest.split('.').map(Number);
  return `${major}.${minor + 1}.0`;
}

/** Of each standard its newest version, of a list in which that comes first. */
export const newestVersions = <T extends { readonly id: string }>(standards: readonly T[]): readonly T[] =>
  standards.filter(({ id }, n) => standards.findIndex((other) => other.id === id) === n);

/** Whether two standards are one version of one standard. */
export const isSameVersion = (a: StandardRef, b: StandardRef): boolean =>
  a === b || (a.id === b.id && a.version === b.version);
