import type { Position } from '../geo';
import { failed, parsed, type Parsed, type Problem } from '../problems';
import { randomFrom, type Random } from '../random';
import { edgeOf, endOf, lengthOfArc, roadOfArc, waysFrom, type OnArc, type Traffic } from '../network';
import {
  courseOf,
  featureKindOf,
  leftOutFor,
  nameOfClosed,
  routeOf,
  SNAP_METRES,
  viaOfWay,
  type Drawing,
  type FeatureKindId,
  type Route,
} from '../route';
import { kindIndex, kindTable, runningKinds, type KindTable } from './kinds';
import { problem } from './problems';
import { createScorer, type ScoreParts, type Scorer, type Wish } from './score';

export interface ComposeWish extends Wish {
  readonly start: Position;
  readonly seed: number;
  /** How many different proposals are wanted. */
  readonly proposals: number;
  /** Steps of the search; more take longer and find better loops. */
  readonly steps: number;
}

/** A loop that was found. */
export interface Proposal {
  readonly arcs: readonly number[];
  readonly from: OnArc;
  readonly to: OnArc;
  readonly seconds: number;
  readonly score: ScoreParts;
}

export interface Watched {
  /** Told of the share that is done, from 0 to 1, and of the best score so far. */
  readonly onProgress?: (done: number, best: number) => void;
  readonly cancelled?: () => boolean;
  /** Lets others run now and then, so that a message to cancel can come in. */
  readonly breathe?: () => Promise<void>;
}

const titleOf = (kind: string): string => featureKindOf(kind)?.title ?? kind;

/** So many arcs may be places to pass. */
const CANDIDATES = 140;
const PER_KIND = 12;

/** Arcs that a loop may be led over, and the quickest ways between them. */
interface Board {
  readonly scorer: Scorer;
  /** The first is where the loop starts. */
  readonly stops: readonly number[];
  /** Arcs behind stop a up to and with stop b; null where there is no way. */
  readonly way: (a: number, b: number) => readonly number[] | null;
  readonly home: { readonly from: OnArc; readonly to: OnArc };
  readonly homeSeconds: number;
}

/**
 * Looks for loops from a place that take about so long, have what is wanted, exercise the skills that are wanted
 * most, and are unlike those driven lately: simulated annealing over the places that the loop passes, with the
 * exact quickest way between them. The same wish gives the same proposals.
 */
export async function compose(
  drawing: Drawing,
  wish: ComposeWish,
  watched: Watched = {},
): Promise<Parsed<readonly Proposal[]>> {
  const random = randomFrom(wish.seed);
  const made = await boardOf(drawing, wish, random, watched);
  if (!made.ok) return withClosed(drawing, wish, made);
  const board = made.value;
  const rounds = Math.max(3, wish.proposals + 1);
  const perRound = Math.max(200, Math.floor(wish.steps / rounds));
  const pool: Loop[] = [];
  let best = -Infinity;
  for (let round = 0; round < rounds; round += 1) {
    for (const loop of await anneal(board, random, perRound, watched, (share) => {
      watched.onProgress?.(0.3 + (0.7 * (round + share)) / rounds, best);
    })) {
      best = Math.max(best, loop.score.total);
      pool.push(loop);
    }
  }
  const ranked = pool.sort((a, b) => b.score.total - a.score.total);
  const chosen: Loop[] = [];
  for (const unlike of [0.45, 0.25, 0.1])
    for (const loop of ranked)
      if (
        chosen.length < wish.proposals &&
        chosen.every((other) => alikeness(loop.arcs, other.arcs) < 1 - unlike)
      )
        chosen.push(loop);
  const [top] = chosen;
  const lacking = top ? missingOf(board, top, wish) : [];
  if (
    !top ||
    lacking.length > 0 ||
    Math.abs(top.score.seconds / 60 - wish.minutes) > Math.max(5, wish.minutes * 0.2)
  )
    return withClosed(
      drawing,
      wish,
      failed(
        lacking.length > 0
          ? lacking
          : [
              top
                ? problem('minutes', 'other-time', {
                    found: Math.round(top.score.seconds / 60),
                    wanted: wish.minutes,
                  })
                : problem('minutes', 'no-loop'),
            ],
      ),
    );
  watched.onProgress?.(1, top.score.total);
  return parsed(
    chosen.map(({ arcs, score: { seconds, ...score } }) => ({
      arcs,
      ...board.home,
      seconds: seconds - board.homeSeconds,
      score,
    })),
  );
}

/** Why there is no loop, with the roads in reach that were left out because they are closed to learners. */
function withClosed<T>(
  { traffic, snap, search, closures }: Drawing,
  wish: ComposeWish,
  why: Parsed<T>,
): Parsed<T> {
  if (why.ok || !closures.shut) return why;
  const roads = new Set<string>();
  for (const start of snap.near(wish.start, SNAP_METRES).slice(0, 2))
    for (const arc of search.within(start, wish.minutes * 30).keys())
      if (closures.of(arc) && !roadOfArc(traffic.graph, arc).link) roads.add(nameOfClosed(traffic, arc));
  return roads.size > 0
    ? failed([...why.problems, problem('', 'closed-near', { roads: [...roads].slice(0, MOST_NAMED) })])
    : why;
}

/** At most this many of the roads that were left out are named. */
const MOST_NAMED = 6;

/** A loop that was found, as a route. */
export function routeOfProposal(
  drawing: Drawing,
  { arcs, from, to, seconds }: Proposal,
  more: Omit<Parameters<typeof routeOf>[2], 'via'>,
): Route {
  const via = viaOfWay(drawing, arcs, from, to);
  return routeOf(drawing.traffic, courseOf(drawing.traffic, arcs, from, to), {
    ...more,
    via,
    leftOut: leftOutFor(drawing, via, seconds),
  });
}

/** The best of so many loops over places drawn at random: what a search must beat. */
export async function randomLoops(drawing: Drawing, wish: ComposeWish, tries: number): Promise<number> {
  const random = randomFrom(wish.seed);
  const made = await boardOf(drawing, wish, random, {});
  if (!made.ok) return -Infinity;
  let best = -Infinity;
  for (let n = 0; n < tries; n += 1) {
    const loop = loopOf(made.value, randomStops(made.value, random, 2 + Math.floor(random() * 5)));
    if (loop) best = Math.max(best, loop.score.total);
  }
  return best;
}

async function boardOf(
  { traffic, snap, search, closures: { shut } }: Drawing,
  wish: ComposeWish,
  random: Random,
  { onProgress, cancelled, breathe }: Watched,
): Promise<Parsed<Board>> {
  const { graph } = traffic;
  const starts = snap
    .near(wish.start, SNAP_METRES)
    .filter(({ arc }) => !shut?.(arc))
    .slice(0, 2);
  const [first] = starts;
  if (!first) return failed([problem('start', 'off-road', { metres: SNAP_METRES })]);
  const half = wish.minutes * 30;
  const reach = starts
    .map((start) => ({ start, reached: search.within(start, half, shut) }))
    .sort((a, b) => b.reached.size - a.reached.size)[0];
  if (!reach || reach.reached.size < 2) return failed([problem('start', 'nowhere-to-go')]);
  const { start, reached } = reach;
  const table = kindTable(traffic);
  const scorer = createScorer(traffic, table, wish);

  const unreachable = Object.keys(wish.wants).filter(
    (kind) => arcsWith(traffic, table, reached, kind as FeatureKindId).length === 0,
  );
  if (unreachable.length > 0)
    return failed(
      unreachable.map((kind) =>
        problem('wants', 'none-near', { title: titleOf(kind), minutes: Math.round(wish.minutes / 2) }),
      ),
    );
  const chosen = candidates(traffic, table, wish, reached, random);
  const stops = [start.arc, ...chosen.filter((arc) => arc !== start.arc)];
  // Quickest ways between all stops: one search outwards from each.
  const ways: (readonly (readonly number[] | null)[])[] = [];
  for (const [n, stop] of stops.entries()) {
    if (cancelled?.()) return failed([problem('', 'cancelled')]);
    const from: OnArc = { arc: stop, along: lengthOfArc(graph, stop) - 0.001 };
    ways.push(search.ways(from, stops, wish.minutes * 60, shut));
    if (n % 8 === 7) {
      onProgress?.((0.3 * n) / stops.length, -Infinity);
      await breathe?.();
    }
  }
  return parsed({
    scorer,
    stops,
    way: (a, b) => ways[a]?.[b] ?? null,
    home: { from: { arc: start.arc, along: start.along }, to: { arc: start.arc, along: start.along } },
    homeSeconds: traffic.seconds[start.arc] ?? 0,
  });
}

/** Arcs in reach that bring a kind, on themselves or at a turn at their end. */
function arcsWith(
  { graph }: Traffic,
  table: KindTable,
  reached: ReadonlyMap<number, number>,
  kind: FeatureKindId,
): readonly number[] {
  const index = kindIndex[kind];
  return [...reached.keys()].filter(
    (arc) =>
      table.ofArc(arc).includes(index) ||
      runs(table, arc, index) ||
      waysFrom(graph, endOf(graph, arc)).some((next) => table.ofTurn(arc, next).includes(index)),
  );
}

function runs(table: KindTable, arc: number, index: number): boolean {
  const bit = runningKinds.indexOf(index);
  return bit >= 0 && (table.running(arc) & (1 << bit)) !== 0;
}

function candidates(
  traffic: Traffic,
  table: KindTable,
  wish: ComposeWish,
  reached: ReadonlyMap<number, number>,
  random: Random,
): readonly number[] {
  const chosen = new Set<number>();
  const take = (arcs: readonly number[], most: number) => {
    const left = [...arcs];
    for (let n = 0; n < most && left.length > 0; n += 1) {
      const [arc] = left.splice(Math.floor(random() * left.length), 1);
      if (arc !== undefined) chosen.add(arc);
    }
  };
  for (const kind of Object.keys(wish.wants))
    take(arcsWith(traffic, table, reached, kind as FeatureKindId), PER_KIND);
  // Kinds that exercise what is wanted most.
  const wanted = Object.entries(wish.skills).filter(([, weight]) => weight > 1.2);
  for (const [skill] of wanted)
    for (const kind of Object.keys(kindIndex) as FeatureKindId[])
      if (featureKindOf(kind)?.skills.slice(0, 3).includes(skill))
        take(arcsWith(traffic, table, reached, kind), 3);
  // And everywhere, near and far alike; not on roads that one only passes through.
  const open = [...reached].filter(([arc]) => {
    const { roundabout, link } = roadOfArc(traffic.graph, arc);
    return !roundabout && !link;
  });
  const rings = 6;
  const most = Math.max(1, ...open.map(([, at]) => at));
  for (let ring = 0; ring < rings; ring += 1)
    take(
      open
        .filter(([, at]) => Math.min(rings - 1, Math.floor((at / most) * rings)) === ring)
        .map(([arc]) => arc),
      Math.ceil((CANDIDATES - chosen.size) / (rings - ring)),
    );
  return [...chosen].slice(0, CANDIDATES);
}

interface Loop {
  /** Indexes of stops between start and end. */
  readonly stops: readonly number[];
  readonly arcs: readonly number[];
  readonly score: ScoreParts & { readonly seconds: number };
}

function loopOf(board: Board, stops: readonly number[]): Loop | null {
  const arcs: number[] = [board.stops[0] ?? 0];
  let at = 0;
  for (const next of [...stops, 0]) {
    const way = board.way(at, next);
    if (!way) return null;
    arcs.push(...way);
    at = next;
  }
  return { stops, arcs, score: board.scorer.score(arcs) };
}

const randomStops = (board: Board, random: Random, count: number): readonly number[] =>
  Array.from({ length: count }, () => 1 + Math.floor(random() * (board.stops.length - 1)));

async function anneal(
  board: Board,
  random: Random,
  steps: number,
  { cancelled, breathe }: Watched,
  onShare: (share: number) => void,
): Promise<readonly Loop[]> {
  let current: Loop | null = null;
  for (let n = 0; n < 80 && (!current || n < 30); n += 1) {
    const loop = loopOf(board, randomStops(board, random, 2 + Math.floor(random() * 4)));
    if (loop && (!current || loop.score.total > current.score.total)) current = loop;
  }
  if (!current) return [];
  let best = current;
  const seen: Loop[] = [current];
  const [hot, cold] = [8, 0.15];
  for (let n = 0; n < steps; n += 1) {
    if (n % 500 === 499) {
      if (cancelled?.()) return seen;
      onShare(n / steps);
      await breathe?.();
    }
    const next = loopOf(board, moved(board, random, current.stops));
    if (!next) continue;
    const heat = hot * (cold / hot) ** (n / steps);
    const gain = next.score.total - current.score.total;
    if (gain < 0 && random() >= Math.exp(gain / heat)) continue;
    current = next;
    if (next.score.total > best.score.total) best = next;
    // Different good ones are kept for the other proposals.
    if (n > steps / 2 && n % 40 === 0) seen.push(current);
  }
  return [best, ...seen];
}

function moved(board: Board, random: Random, stops: readonly number[]): readonly number[] {
  const some = () => 1 + Math.floor(random() * (board.stops.length - 1));
  const at = Math.floor(random() * stops.length);
  const what = random();
  if (stops.length < 2 || what < 0.25)
    return stops.length >= 12 ? stops.toSpliced(at, 1) : stops.toSpliced(at, 0, some());
  if (what < 0.45) return stops.toSpliced(at, 1);
  if (what < 0.75) return stops.with(at, some());
  const other = Math.floor(random() * stops.length);
  if (what < 0.88) return stops.with(at, stops[other] ?? some()).with(other, stops[at] ?? some());
  const [low, high] = [Math.min(at, other), Math.max(at, other)];
  return [...stops.slice(0, low), ...stops.slice(low, high + 1).reverse(), ...stops.slice(high + 1)];
}

/** Share of the shorter loop's edges that the other has too. */
function alikeness(a: readonly number[], b: readonly number[]): number {
  const [one, other] = [new Set(a.map(edgeOf)), new Set(b.map(edgeOf))];
  let shared = 0;
  for (const edge of one) if (other.has(edge)) shared += 1;
  return shared / Math.max(1, Math.min(one.size, other.size));
}

function missingOf(board: Board, { arcs }: Loop, wish: ComposeWish): readonly Problem[] {
  const found = board.scorer.counts(arcs);
  return Object.entries(wish.wants).flatMap(([kind, wanted]) => {
    const has = found[kindIndex[kind as FeatureKindId]] ?? 0;
    return has >= (wanted ?? 1)
      ? []
      : [
          problem('wants', 'too-few', {
            title: titleOf(kind),
            wanted: wanted ?? 1,
            minutes: wish.minutes,
            most: has,
          }),
        ];
  });
}
