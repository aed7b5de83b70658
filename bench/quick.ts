import { readFileSync, writeFileSync } from 'node:fs';
import { DirectedGraph } from 'graphology';
import { dijkstra } from 'graphology-shortest-path';
import { compose, createScorer, kindTable, randomLoops } from '../core/compose';
import { judge } from '../core/marking';
import { createSearch, endOf, lengthOfArc, mayDrive, turnSeconds, waysFrom } from '../core/network';
import { randomFrom } from '../core/random';
import { forecast, posteriorOf, usualSettings, type ForecastInput } from '../core/readiness';
import { drawingOn } from '../core/route';
import {
  bestOfEveryLoop,
  countyTraffic,
  gridPosition,
  naiveVerdict,
  nineJunctions,
  plainTests,
} from '../core/testing';
import { logOf, shipped } from './judging';
import { quantile } from './table';

/** How something else does against ours: how many times longer it takes, on the same machine in the same minute, or what it finds. */
interface Ratio {
  readonly what: string;
  readonly ratio: number;
}

/** So many times each pair is measured, in turn, so that a slow minute slows both. */
const PAIRS = 15;

const COMMITTED = new URL('./ratios.json', import.meta.url);
/** A change of more than this factor is marked. */
const MARKED = 1.5;

/** Median of (theirs / ours), the two measured in turn. */
function ratioOf(what: string, ours: () => void, theirs: () => void): Ratio {
  const time = (work: () => void) => {
    const began = performance.now();
    work();
    return performance.now() - began;
  };
  for (let n = 0; n < 3; n += 1) [ours, theirs].forEach(time);
  const ratios = Array.from({ length: PAIRS }, () => {
    const own = time(ours);
    return time(theirs) / own;
  });
  return { what, ratio: quantile(ratios, 0.5) };
}

/**
 * The heart of the job against something else that does the same: `npm run bench -- --quick`. Ratios say whether
 * something got slower on any machine; times don't.
 *
 * @param keep whether these become the committed figures
 */
export async function quick(keep: boolean): Promise<void> {
  const ratios = [
    judging(),
    await paths(),
    gains(),
    plainForecasts(),
    await againstRandom(),
    await againstEvery(),
  ];
  const before = JSON.parse(readFileSync(COMMITTED, 'utf8')) as Readonly<Record<string, number>>;
  console.log('| what | times | committed | |\n| --- | --- | --- | --- |');
  for (const { what, ratio } of ratios) {
    const old = before[what];
    const off = old === undefined ? 1 : Math.max(ratio / old, old / ratio);
    const sign = old === undefined ? 'new' : off <= MARKED ? '' : ratio < old ? '**slower**' : '**faster**';
    console.log(`| ${what} | ${ratio.toFixed(2)} | ${old?.toFixed(2) ?? 'none'} | ${sign} |`);
  }
  if (keep)
    writeFileSync(
      COMMITTED,
      `${JSON.stringify(Object.fromEntries(ratios.map(({ what, ratio }) => [what, Number(ratio.toFixed(2))])), null, 2)}\n`,
    );
}

/** Ours is so quick that it is measured so often. */
const OFTEN = 40;

function judging(): Ratio {
  const standard = shipped('fault-ceiling');
  const events = logOf(standard, 400);
  const start = { retest: false, startedAt: events[0]?.at ?? '' };
  const { what, ratio } = ratioOf(
    'judge a log of 400 events: the naive evaluator of the tests against ours',
    () => {
      for (let n = 0; n < OFTEN; n += 1) judge(standard, events, start);
    },
    () => void naiveVerdict(standard, events, start.retest, start.startedAt),
  );
  return { what, ratio: ratio * OFTEN };
}

async function paths(): Promise<Ratio> {
  const traffic = await countyTraffic();
  const { graph } = traffic;
  const theirs = new DirectedGraph();
  for (let arc = 0; arc < 2 * graph.edges; arc += 1) if (mayDrive(graph, arc)) theirs.addNode(arc);
  for (let arc = 0; arc < 2 * graph.edges; arc += 1) {
    if (!mayDrive(graph, arc)) continue;
    for (const next of waysFrom(graph, endOf(graph, arc))) {
      const turn = turnSeconds(traffic, arc, next);
      if (turn < Infinity) theirs.addEdge(arc, next, { cost: turn + (traffic.seconds[next] ?? 0) });
    }
  }
  const search = createSearch(traffic);
  const random = randomFrom(7);
  const arcs = Array.from({ length: 2 * graph.edges }, (_, arc) => arc).filter((arc) => mayDrive(graph, arc));
  const any = () => arcs[Math.floor(random() * arcs.length)] ?? 0;
  const asked = Array.from({ length: 25 }, () => [any(), any()] as const).filter(([from, to]) => from !== to);
  return ratioOf(
    'quickest way on the demo county: a general graph library against ours',
    () => {
      for (const [from, to] of asked)
        search.path({ arc: from, along: 0 }, { arc: to, along: lengthOfArc(graph, to) });
    },
    () => {
      for (const [from, to] of asked) dijkstra.bidirectional(theirs, from, to, 'cost');
    },
  );
}

const START = '2026-11-25T09:00:00.000Z';

/** A forecast of somebody of whom nothing is known but what ships. */
function forecastInput(): ForecastInput {
  const standard = shipped('fault-ceiling');
  const nothing = { tests: 0, marks: [], exposures: [] };
  return {
    standard,
    posterior: posteriorOf(standard, [], nothing, usualSettings, START),
    settings: usualSettings,
    wrong: [0.8, 0.15, 0.05],
    hours: 0,
    seed: 1,
    brief: true,
  };
}

function gains(): Ratio {
  const input = forecastInput();
  return ratioOf(
    'forecast with what each item would gain, against the chance alone',
    () => void forecast(input),
    () => void forecast({ ...input, brief: false }),
  );
}

/** So many forecasts with seeds of their own tell how far one is from the others. */
const SEEDS = 60;
const PLAIN_TESTS = 150;

/**
 * Simulated tests that are counted one by one have the variance p (1 - p) each: so many of them as have together the
 * variance of one forecast.
 */
function plainForecasts(): Ratio {
  const input = forecastInput();
  const passes = Array.from({ length: SEEDS }, (_, seed) => forecast({ ...input, seed: seed + 1 }).pass);
  const mean = passes.reduce((sum, pass) => sum + pass, 0) / SEEDS;
  const variance = passes.reduce((sum, pass) => sum + (pass - mean) ** 2, 0) / (SEEDS - 1);
  const needed = (mean * (1 - mean)) / variance;
  const test = plainTests(input, randomFrom(5));
  const { what, ratio } = ratioOf(
    'chance of passing: tests simulated and counted one by one, up to the same error, against ours',
    () => void forecast(input),
    () => {
      for (let n = 0; n < PLAIN_TESTS; n += 1) test();
    },
  );
  return { what, ratio: (ratio * needed) / PLAIN_TESTS };
}

const LOOP = {
  minutes: 38,
  wants: { 'mini-roundabout': 1, 'dual-join': 1, 'hill-start': 1 },
  skills: { roundabouts: 3, 'moving-off-check': 2 },
  lately: new Set<number>(),
  proposals: 3,
  steps: 16_000,
} as const;
const RANDOM_LOOPS = 500;

/** Points of the loop that is found, against the best of five hundred random ones; median of three seeds. */
async function againstRandom(): Promise<Ratio> {
  const drawing = drawingOn(await countyTraffic());
  const ratios: number[] = [];
  for (const seed of [1, 2, 3]) {
    const wish = { ...LOOP, seed, start: { lat: 52.1238, lon: -2.3165 } };
    const found = await compose(drawing, wish);
    if (!found.ok) throw new Error(JSON.stringify(found.problems));
    ratios.push((found.value[0]?.score.total ?? 0) / (await randomLoops(drawing, wish, RANDOM_LOOPS)));
  }
  return {
    what: `points of a loop: ours against the best of ${RANDOM_LOOPS} random ones`,
    ratio: quantile(ratios, 0.5),
  };
}

/** Points of the loop that is found on nine junctions, against the best of all loops there are. */
async function againstEvery(): Promise<Ratio> {
  const traffic = await nineJunctions();
  const wish = {
    ...LOOP,
    start: gridPosition(0.5, 0),
    minutes: 3.5,
    wants: {},
    skills: { roundabouts: 5 },
    seed: 7,
    proposals: 1,
  };
  const found = await compose(drawingOn(traffic), wish);
  if (!found.ok) throw new Error(JSON.stringify(found.problems));
  const [loop] = found.value;
  const scorer = createScorer(traffic, kindTable(traffic), wish);
  const best = bestOfEveryLoop(
    traffic,
    loop?.from.arc ?? 0,
    wish.minutes * 60 + 150,
    (arcs) => scorer.score(arcs).total,
  );
  return {
    what: 'points of a loop on nine junctions: ours against the best of all loops',
    ratio: (loop?.score.total ?? 0) / best,
  };
}
