/** Whether two lists hold the same things in the same order. */
export const sameList = <T>(a: readonly T[], b: readonly T[]): boolean =>
  a.length === b.length && a.every((one, n) => one === b[n]);

/** Whether two sets hold the same things, which came to them in the same order. */
export const sameSet = <T>(a: ReadonlySet<T>, b: ReadonlySet<T>): boolean => sameList([...a], [...b]);

/** Whether two pieces of plain data, small ones, say the same. */
export const sameData = <T>(a: T, b: T): boolean => JSON.stringify(a) === JSON.stringify(b);
