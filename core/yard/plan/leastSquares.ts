// Names of their own: looked up in the global object they are slow where a program runs in a sandbox.
const { max, min, sqrt } = Math;

/** A block as it was, and the variable that was changed. */
export interface Since<Block> {
  readonly block: Block;
  readonly variable: number;
}

/** Residuals that come in blocks, each of which depends on a few variables, and links between the blocks. */
export interface Blocks<Block> {
  readonly count: number;
  /** The blocks that a variable changes. */
  readonly of: (variable: number) => readonly number[];
  /** @param since the block before one of its variables was changed: what doesn't depend on that needn't be worked out */
  readonly block: (values: Float64Array, n: number, since?: Since<Block>) => Block;
  readonly rows: (block: Block) => Float64Array;
  readonly links: (blocks: readonly Block[]) => Float64Array;
}

/** A share of the cost: getting less by less than this, four times in a row, is the end. */
const SLOW = 1e-4;

/** Step of the differences that stand for derivatives. */
const STEP = 1e-6;

/**
 * The values with the least sum of squares near the first ones (Levenberg-Marquardt with numeric derivatives; only
 * the blocks that a variable changes are worked out again).
 */
export function leastSquares<Block>(
  problem: Blocks<Block>,
  first: Float64Array,
  iterations: number,
): { readonly values: Float64Array; readonly cost: number } {
  const size = first.length;
  let values = first;
  let blocks = all(problem, values);
  let links = problem.links(blocks);
  let cost = costOf(problem, blocks, links);
  let damping = 1e-3;
  let still = 0;
  for (let n = 0; n < iterations && still < 4; n += 1) {
    const columns = derivatives(problem, values, blocks, links);
    const offsets = rowOffsets(problem, blocks);
    const { matrix, gradient } = normal(problem, columns, blocks, links, offsets, size);
    let better = false;
    for (let attempt = 0; attempt < 7 && !better; attempt += 1) {
      const move = solved(matrix, gradient, damping, size);
      if (move) {
        const next = values.map((value, k) => value - (move[k] ?? 0));
        const nextBlocks = all(problem, next);
        const nextLinks = problem.links(nextBlocks);
        const nextCost = costOf(problem, nextBlocks, nextLinks);
        if (nextCost < cost) {
          still = cost - nextCost < SLOW * cost ? still + 1 : 0;
          [values, blocks, links, cost] = [next, nextBlocks, nextLinks, nextCost];
          damping = max(damping / 5, 1e-9);
          better = true;
        }
      }
      if (!better) damping *= 6;
    }
    if (!better) break;
  }
  return { values, cost };
}

const all = <Block>({ count, block }: Blocks<Block>, values: Float64Array): Block[] =>
  Array.from({ length: count }, (_, n) => block(values, n));

const squares = (rows: Float64Array): number => rows.reduce((sum, row) => sum + row * row, 0);

const costOf = <Block>({ rows }: Blocks<Block>, blocks: readonly Block[], links: Float64Array): number =>
  blocks.reduce((sum, block) => sum + squares(rows(block)), squares(links));

function rowOffsets<Block>({ rows }: Blocks<Block>, blocks: readonly Block[]): readonly number[] {
  const offsets = [0];
  for (const block of blocks) offsets.push((offsets.at(-1) ?? 0) + rows(block).length);
  return offsets;
}

/** One column of the derivative: the blocks that it touches, and the links. */
interface Column {
  readonly blocks: readonly (readonly [number, Float64Array])[];
  readonly links: Float64Array;
  /** The first of the links that it changes, and the one after the last. */
  readonly from: number;
  readonly to: number;
}

function derivatives<Block>(
  problem: Blocks<Block>,
  values: Float64Array,
  blocks: readonly Block[],
  links: Float64Array,
): readonly Column[] {
  const moved = Float64Array.from(values);
  return Array.from({ length: values.length }, (_, variable) => {
    const touched = problem.of(variable);
    const own = moved[variable] ?? 0;
    moved[variable] = own + STEP;
    const after = [...blocks];
    for (const n of touched) {
      const block = blocks[n];
      after[n] = problem.block(moved, n, block && { block, variable });
    }
    moved[variable] = own;
    const changed = slopes(links, problem.links(after));
    const from = changed.findIndex((slope) => slope !== 0);
    return {
      blocks: touched.map((n) => {
        const [a, b] = [blocks[n], after[n]];
        if (!a || !b) throw new Error('no block');
        return [n, slopes(problem.rows(a), problem.rows(b))] as const;
      }),
      links: changed,
      from: from < 0 ? changed.length : from,
      to: changed.findLastIndex((slope) => slope !== 0) + 1,
    };
  });
}

/** A row that jumps (another line is the nearest, a line is crossed) has no slope worth following far. */
const slopes = (before: Float64Array, after: Float64Array): Float64Array =>
  before.map((row, n) => max(-1e4, min(1e4, ((after[n] ?? 0) - row) / STEP)));

function normal<Block>(
  problem: Blocks<Block>,
  columns: readonly Column[],
  blocks: readonly Block[],
  links: Float64Array,
  offsets: readonly number[],
  size: number,
): { readonly matrix: Float64Array; readonly gradient: Float64Array } {
  const matrix = new Float64Array(size * size);
  const gradient = new Float64Array(size);
  const rows = blocks.map((block) => problem.rows(block));
  for (let a = 0; a < size; a += 1) {
    const one = columns[a];
    if (!one) continue;
    let pull = dot(one.links, links, one.from, one.to);
    for (const [n, slope] of one.blocks) pull += dot(slope, rows[n] ?? new Float64Array(offsets.length));
    gradient[a] = pull;
    for (let b = a; b < size; b += 1) {
      const other = columns[b];
      if (!other) continue;
      // Most pairs have no link in common.
      let sum = dot(one.links, other.links, max(one.from, other.from), min(one.to, other.to));
      for (const [n, slope] of one.blocks)
        for (const [m, beside] of other.blocks) if (n === m) sum += dot(slope, beside);
      matrix[a * size + b] = sum;
      matrix[b * size + a] = sum;
    }
  }
  return { matrix, gradient };
}

function dot(a: Float64Array, b: Float64Array, from = 0, to = a.length): number {
  let sum = 0;
  for (let n = from; n < to; n += 1) sum += (a[n] ?? 0) * (b[n] ?? 0);
  return sum;
}

/** Solves (M + damping diag M) x = g by Cholesky; null where that isn't positive. */
export function solved(
  matrix: Float64Array,
  gradient: Float64Array,
  damping: number,
  size: number,
): Float64Array | null {
  const lower = new Float64Array(size * size);
  for (let i = 0; i < size; i += 1)
    for (let j = 0; j <= i; j += 1) {
      let sum = matrix[i * size + j] ?? 0;
      if (i === j) sum += damping * (sum + 1e-3);
      for (let k = 0; k < j; k += 1) sum -= (lower[i * size + k] ?? 0) * (lower[j * size + k] ?? 0);
      if (i === j) {
        if (!(sum > 0)) return null;
        lower[i * size + i] = sqrt(sum);
      } else lower[i * size + j] = sum / (lower[j * size + j] ?? 1);
    }
  const x = new Float64Array(size);
  for (let i = 0; i < size; i += 1) {
    let sum = gradient[i] ?? 0;
    for (let k = 0; k < i; k += 1) sum -= (lower[i * size + k] ?? 0) * (x[k] ?? 0);
    x[i] = sum / (lower[i * size + i] ?? 1);
  }
  for (let i = size - 1; i >= 0; i -= 1) {
    let sum = x[i] ?? 0;
    for (let k = i + 1; k < size; k += 1) sum -= (lower[k * size + i] ?? 0) * (x[k] ?? 0);
    x[i] = sum / (lower[i * size + i] ?? 1);
  }
  return x;
}
