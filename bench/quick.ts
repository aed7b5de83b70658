import { readFileSync, writeFileSync } from 'node:fs';
import { DirectedGraph } from 'graphology';
import { dijkstra } from 'graphology-shortest-path';
import { judge } from '../core/marking';
import { createSearch, endOf, lengthOfArc, mayDrive, turnSeconds, waysFrom } from '../core/network';
import { randomFrom } from '../core/random';
import { forecast, posteriorOf, usualSettings } from '../core/readiness';
import { countyTraffic, naiveVerdict } from '../core/testing';
import { logOf, shipped } from './judging';
import { quantile } from './table';

/** How many times longer something else takes than ours, on the same machine in the same minute. */
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
  const ratios = [judging(), await paths(), forecasts()];
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

function judging(): Ratio {
  const standard = shipped('fault-ceiling');
  const events = logOf(standard, 400);
  const start = { retest: false, startedAt: events[0]?.at ?? '' };
  return ratioOf(
    'judge a log of 400 events: the naive evaluator of the tests against ours',
    () => {
      for (let n = 0; n < 4; n += 1) judge(standard, events, start);
    },
    () => {
      for (let n = 0; n < 4; n += 1) naiveVerdict(standard, events, start.retest, start.startedAt);
    },
  );
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

function forecasts(): Ratio {
  const standard = shipped('fault-ceiling');
  const posterior = posteriorOf(
    standard,
    [],
    { tests: 0, marks: [], exposures: [] },
    usualSettings,
    '2026-11-25T09:00:00.000Z',
  );
  const made = (brief: boolean) => () => {
    forecast({
      standard,
      posterior,
      settings: usualSettings,
      wrong: [0.8, 0.15, 0.05],
      hours: 0,
      seed: 1,
      brief,
    });
  };
  return ratioOf(
    'forecast with what each item would gain, against the chance alone',
    made(true),
    made(false),
  );
}
