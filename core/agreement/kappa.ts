import { Z95 } from '../numbers';

/** Nothing, minor, serious, dangerous: the gravities as grades. */
export const grades = [0, 1, 2, 3] as const;
export type Grade = (typeof grades)[number];

/** How far two people who grade agree beyond chance: 1 is always, 0 as often as by chance. */
export interface Kappa {
  readonly kappa: number;
  /** 95 % range; as wide as it goes where there is too little to say. */
  readonly low: number;
  readonly high: number;
  readonly cases: number;
  /** Cases that both graded alike. */
  readonly same: number;
}

/**
 * Cohen's kappa (1960) weighted by gravity (1968): a disagreement costs as much as the grades are apart. Its standard error
 * is that of Fleiss, Cohen and Everitt (1969). Formulas from memory; the tests hold them to published figures.
 *
 * @param pairs both grades of each case
 * @returns null without any case; kappa 1 where both gave all cases one and the same grade
 */
export function kappaOf(pairs: readonly (readonly [Grade, Grade])[]): Kappa | null {
  const n = pairs.length;
  if (n === 0) return null;
  const share = (of: (pair: readonly [Grade, Grade]) => boolean): number => pairs.filter(of).length / n;
  const rows = grades.map((grade) => share(([a]) => a === grade));
  const columns = grades.map((grade) => share(([, b]) => b === grade));
  const weight = (a: number, b: number): number => 1 - Math.abs(a - b) / (grades.length - 1);
  const cells = grades.flatMap((a) =>
    grades.map((b) => ({ a, b, p: share(([x, y]) => x === a && y === b), w: weight(a, b) })),
  );
  const seen = cells.reduce((sum, { p, w }) => sum + p * w, 0);
  const chance = cells.reduce((sum, { a, b, w }) => sum + (rows[a] ?? 0) * (columns[b] ?? 0) * w, 0);
  const same = pairs.filter(([a, b]) => a === b).length;
  if (chance >= 1) return { kappa: 1, low: -1, high: 1, cases: n, same };
  const kappa = (seen - chance) / (1 - chance);
  const ofRow = grades.map((a) =>
    grades.reduce<number>((sum, b) => sum + (columns[b] ?? 0) * weight(a, b), 0),
  );
  const ofColumn = grades.map((b) =>
    grades.reduce<number>((sum, a) => sum + (rows[a] ?? 0) * weight(a, b), 0),
  );
  const spread = cells.reduce(
    (sum, { a, b, p, w }) => sum + p * (w - ((ofRow[a] ?? 0) + (ofColumn[b] ?? 0)) * (1 - kappa)) ** 2,
    0,
  );
  const variance = Math.max(0, spread - (kappa - chance * (1 - kappa)) ** 2) / (n * (1 - chance) ** 2);
  const off = Z95 * Math.sqrt(variance);
  return { kappa, low: Math.max(-1, kappa - off), high: Math.min(1, kappa + off), cases: n, same };
}
