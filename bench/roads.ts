import { createReadStream, createWriteStream, rmSync, statSync } from 'node:fs';
import { once } from 'node:events';
import { compose, randomLoops, type ComposeWish } from '../core/compose';
import {
  makeCounty,
  mayDrive,
  openNetwork,
  readOsm,
  trafficOf,
  writeOsm,
  type NetworkFile,
} from '../core/network';
import { drawingOn, type Drawing } from '../core/route';
import { randomFrom } from '../core/random';
import { scratchFolder } from '../server/testing';
import { figureOf, quantile, type Figure } from './table';

const TOWNS = 9;
const FULL = 200_000_000;

/** Reading an extract of 200 MB with more than a hundred thousand pieces of road, and asking for ways on them. */
export async function roads(): Promise<Figure[]> {
  const folder = scratchFolder();
  const file = folder.path('large.osm');
  try {
    await writeLarge(file);
    const { network, seconds, peak } = await readLarge(file);
    rmSync(file);
    const opened: number[] = [];
    let drawing: Drawing | null = null;
    for (let n = 0; n < 3; n += 1) {
      const began = performance.now();
      drawing = drawingOn(trafficOf(openNetwork(network)));
      opened.push(performance.now() - began);
    }
    if (!drawing) throw new Error('no network');
    const { edges } = drawing.traffic.graph;
    return [
      plain(
        `read an extract of ${Math.round(FULL / 1e6)} MB, ${edges} pieces of road`,
        `${seconds.toFixed(0)} s`,
        `${Math.round(peak / 1e6)} MB held at most`,
        'under 60 s, under 1.5 GB',
      ),
      figureOf(`open the network of ${edges} pieces`, opened, 'under 5 s'),
      figureOf('quickest way up to 20 km, on it', ways(drawing, 200, 20_000), 'p95 under 150 ms'),
      ...(await composing(drawing, 'on it', 2)),
    ];
  } finally {
    folder.remove();
  }
}

const plain = (what: string, median: string, p95: string, bound: string): Figure => ({
  what,
  median,
  p95,
  bound,
});

/** A county of many towns, and beside its roads as much else as an extract holds. */
export async function writeLarge(file: string): Promise<void> {
  const out = createWriteStream(file);
  const write = async (text: string) => {
    if (!out.write(text)) await once(out, 'drain');
  };
  const lines = writeOsm(makeCounty({ seed: 5, towns: TOWNS, middle: { lat: 52, lon: -2 } }));
  const end = '</osm>\n';
  let [size, some] = [0, ''];
  for (const line of lines) {
    if (line === end) break;
    some += line;
    if (some.length > 1 << 16) {
      await write(some);
      size += some.length;
      some = '';
    }
  }
  for (let id = 900_000_000; size + some.length < FULL; id += 1) {
    some += `<node id="${id}" version="2" timestamp="2026-01-01T00:00:00Z" lat="52.${id % 9_000_000}" lon="-2.1"><tag k="building" v="yes"/></node>\n`;
    if (some.length > 1 << 16) {
      await write(some);
      size += some.length;
      some = '';
    }
  }
  await write(some + end);
  out.end();
  await once(out, 'close');
}

async function readLarge(file: string): Promise<{ network: NetworkFile; seconds: number; peak: number }> {
  global.gc?.();
  const before = process.memoryUsage().rss;
  let peak = 0;
  const began = performance.now();
  const result = await readOsm({
    chunks: () =>
      createReadStream(file, { encoding: 'utf8', highWaterMark: 1 << 18 }) as AsyncIterable<string>,
    title: 'Large',
    source: '',
    drivingSide: 'left',
    onProgress: () => {
      peak = Math.max(peak, process.memoryUsage().rss - before);
    },
  });
  if (!result.ok) throw new Error(JSON.stringify(result.problems));
  if (statSync(file).size < FULL) throw new Error('the extract is too small');
  return { network: result.value.network, seconds: (performance.now() - began) / 1_000, peak };
}

/** Ways between places drawn at random, not farther from each other than so many metres. */
function ways({ traffic, search }: Drawing, count: number, most: number): readonly number[] {
  const { graph } = traffic;
  const random = randomFrom(3);
  const times: number[] = [];
  while (times.length < count) {
    const [from, to] = [random, random].map((draw) => Math.floor(draw() * 2 * graph.edges));
    if (from === undefined || to === undefined || !mayDrive(graph, from) || !mayDrive(graph, to)) continue;
    const [a, b] = [
      graph.points[graph.firstPoint[from >> 1] ?? 0] ?? 0,
      graph.points[graph.firstPoint[to >> 1] ?? 0] ?? 0,
    ];
    if (Math.hypot((graph.x[a] ?? 0) - (graph.x[b] ?? 0), (graph.y[a] ?? 0) - (graph.y[b] ?? 0)) > most)
      continue;
    const began = performance.now();
    search.path({ arc: from, along: 0 }, { arc: to, along: 0 });
    times.push(performance.now() - began);
  }
  return times;
}

/** Composing a loop of 38 minutes, against the best of five hundred random ones. */
async function composing(drawing: Drawing, where: string, runs: number): Promise<Figure[]> {
  const start = drawing.traffic.graph.frame.toPosition({
    x: drawing.traffic.graph.x[40] ?? 0,
    y: drawing.traffic.graph.y[40] ?? 0,
  });
  const times: number[] = [];
  const gains: number[] = [];
  for (let seed = 1; seed <= runs; seed += 1) {
    const wish: ComposeWish = {
      start,
      minutes: 38,
      wants: { 'mini-roundabout': 1, 'dual-join': 1, 'hill-start': 1 },
      skills: { roundabouts: 3, 'moving-off-check': 2 },
      lately: new Set(),
      seed,
      proposals: 3,
      steps: 16_000,
    };
    const began = performance.now();
    const found = await compose(drawing, wish);
    times.push(performance.now() - began);
    if (!found.ok) throw new Error(JSON.stringify(found.problems));
    gains.push((found.value[0]?.score.total ?? 0) - (await randomLoops(drawing, wish, 500)));
  }
  return [
    figureOf(`compose three loops of 38 minutes ${where}`, times, 'under 10 s'),
    plain(
      `points above the best of 500 random loops ${where}`,
      quantile(gains, 0.5).toFixed(1),
      `least ${Math.min(...gains).toFixed(1)}`,
      'above 5',
    ),
  ];
}

/** The same on the county of the demo. */
export async function demoComposing(): Promise<Figure[]> {
  const osm = makeCounty({ seed: 20_260_914, towns: 1, middle: { lat: 52.12, lon: -2.31 } });
  const text = [...writeOsm(osm)].join('');
  async function* chunks() {
    yield text;
  }
  const result = await readOsm({ chunks, title: 'Demo', source: '', drivingSide: 'left' });
  if (!result.ok) throw new Error('not read');
  return composing(drawingOn(trafficOf(openNetwork(result.value.network))), 'on the demo county', 6);
}
