/** So many are paired at once where they follow each other without a gap; longer runs are cut. */
const AT_ONCE = 2_000;

/**
 * Pairs two lists by time: as many pairs as there can be, and of those the ones that are nearest to each other.
 * Pairs never cross: what came first on one side is paired with what came first on the other.
 *
 * @param most how far apart a pair may be, in the unit of the times
 */
export function pairedInTime<A, B>(
  first: readonly A[],
  second: readonly B[],
  timeOfFirst: (one: A) => number,
  timeOfSecond: (one: B) => number,
  most: number,
): readonly (readonly [A, B])[] {
  const own = first.map((one) => ({ one, at: timeOfFirst(one) })).sort((a, b) => a.at - b.at);
  const theirs = second.map((one) => ({ one, at: timeOfSecond(one) })).sort((a, b) => a.at - b.at);
  const pairs: (readonly [A, B])[] = [];
  let [a, b] = [0, 0];
  // Where nothing lies within reach, the lists fall into parts that have nothing to do with each other.
  while (a < own.length && b < theirs.length) {
    const [fromA, fromB] = [a, b];
    let reach = Math.min(own[a]?.at ?? 0, theirs[b]?.at ?? 0);
    for (let n = 0; n < AT_ONCE; n += 1) {
      const [atA, atB] = [own[a]?.at ?? Infinity, theirs[b]?.at ?? Infinity];
      if (Math.min(atA, atB) > reach + most) break;
      reach = Math.min(atA, atB);
      if (atA <= atB) a += 1;
      else b += 1;
    }
    pairs.push(...best(own.slice(fromA, a), theirs.slice(fromB, b), most));
  }
  return pairs;
}

interface Timed<T> {
  readonly one: T;
  readonly at: number;
}

/** How many pairs there are, and how far they are apart in all. */
interface Paired {
  readonly pairs: number;
  readonly apart: number;
}

const isBetter = (one: Paired, other: Paired): boolean =>
  one.pairs > other.pairs || (one.pairs === other.pairs && one.apart <= other.apart);

/** By dynamic programming over both lists, from their ends. */
function best<A, B>(
  own: readonly Timed<A>[],
  theirs: readonly Timed<B>[],
  most: number,
): (readonly [A, B])[] {
  const width = theirs.length + 1;
  const pairs = new Int32Array((own.length + 1) * width);
  const apart = new Float64Array(pairs.length);
  const at = (a: number, b: number) => a * width + b;
  const of = (a: number, b: number): Paired => ({ pairs: pairs[at(a, b)] ?? 0, apart: apart[at(a, b)] ?? 0 });
  const between = (a: number, b: number) => Math.abs((own[a]?.at ?? NaN) - (theirs[b]?.at ?? NaN));
  for (let a = own.length - 1; a >= 0; a -= 1)
    for (let b = theirs.length - 1; b >= 0; b -= 1) {
      const [one, other] = [of(a + 1, b), of(a, b + 1)];
      const skipped = isBetter(one, other) ? one : other;
      const rest = of(a + 1, b + 1);
      const paired = { pairs: rest.pairs + 1, apart: rest.apart + between(a, b) };
      const chosen = between(a, b) <= most && isBetter(paired, skipped) ? paired : skipped;
      pairs[at(a, b)] = chosen.pairs;
      apart[at(a, b)] = chosen.apart;
    }
  const found: (readonly [A, B])[] = [];
  let [a, b] = [0, 0];
  while (a < own.length && b < theirs.length) {
    const here = at(a, b);
    const same = (there: number) => pairs[there] === pairs[here] && apart[there] === apart[here];
    const [one, other] = [own[a], theirs[b]];
    if (same(at(a + 1, b))) a += 1;
    else if (same(at(a, b + 1))) b += 1;
    else {
      if (one && other) found.push([one.one, other.one]);
      a += 1;
      b += 1;
    }
  }
  return found;
}
