/**
 * Whether to go on with work that is answered in parts. One piece is always done; where only few are missing all are, for
 * a part of them would only be asked for again; else as many as there is time for, from now on.
 *
 * @param missing pieces that there are to do
 * @param few so many are done whole
 * @param time in milliseconds
 * @returns asked before each piece with how many are done
 */
export function partOf(missing: number, few: number, time: number): (done: number) => boolean {
  const since = performance.now();
  return (done) => done === 0 || missing <= few || performance.now() - since <= time;
}
