import { makeCounty, openNetwork, readOsm, trafficOf, writeOsm, type NetworkFile } from '../../core/network';
import { drawingOn, drawThrough, proposedIndependent, type Route } from '../../core/route';
import type { Position } from '../../core/geo';

export const DEMO_NETWORK = 'vale-of-ostrey';
const MIDDLE: Position = { lat: 52.12, lon: -2.31 };
const COUNTY_SEED = 20_260_914;

let county: Promise<NetworkFile> | null = null;

/** The county of the demo, made once. */
export const demoNetwork = (): Promise<NetworkFile> => (county ??= makeNetwork());

/** As the importer reads it that reads everybody's extracts. */
async function makeNetwork(): Promise<NetworkFile> {
  const osm = makeCounty({ seed: COUNTY_SEED, towns: 1, middle: MIDDLE });
  async function* chunks() {
    for (const line of writeOsm(osm)) yield line;
  }
  const result = await readOsm({
    chunks,
    title: 'Vale of Ostrey',
    source: 'An invented county, made by this program',
    drivingSide: 'left',
  });
  if (!result.ok) throw new Error(JSON.stringify(result.problems));
  return result.value.network;
}

/** Places that the demo's routes pass: loops from the test centre that were composed once (invented). */
const loops: readonly (readonly [id: string, title: string, via: string])[] = [
  [
    'market',
    'Market and lights',
    '52.12374,-2.31652 52.12579,-2.32017 52.12736,-2.32099 52.12832,-2.32241 52.13254,-2.30947 52.13049,-2.30578 52.13047,-2.30449 52.13115,-2.30372 52.13108,-2.30156 52.12402,-2.29304 52.12119,-2.29144 52.12169,-2.29753 52.11980,-2.30899 52.11796,-2.30718 52.12624,-2.30607 52.12668,-2.29935 52.12305,-2.30683 52.11981,-2.31503 52.11536,-2.31913 52.11240,-2.31692 52.10942,-2.32767 52.10783,-2.32786 52.10853,-2.32882 52.11180,-2.32488 52.11704,-2.32994 52.12100,-2.32900 52.11959,-2.31644 52.11776,-2.30709 52.11707,-2.30616 52.11698,-2.30667 52.11936,-2.30979 52.12133,-2.31164 52.12374,-2.31652',
  ],
  [
    'bypass',
    'Bypass and back',
    '52.12374,-2.31652 52.11988,-2.32215 52.11785,-2.32050 52.11489,-2.32325 52.11734,-2.31918 52.11943,-2.31515 52.12226,-2.31231 52.12557,-2.29815 52.12378,-2.30020 52.12292,-2.29915 52.12169,-2.29753 52.12299,-2.29238 52.12208,-2.29159 52.11855,-2.29074 52.11549,-2.29791 52.11520,-2.30089 52.11870,-2.30832 52.12623,-2.31887 52.12934,-2.31935 52.12832,-2.32241 52.12374,-2.32755 52.11080,-2.35677 52.09501,-2.31941 52.11212,-2.31298 52.12374,-2.31652',
  ],
  [
    'beacon-hill',
    'Beacon Hill',
    '52.12374,-2.31652 52.12278,-2.31986 52.12225,-2.31312 52.11980,-2.30899 52.12153,-2.29902 52.12057,-2.29401 52.12181,-2.29511 52.12236,-2.29218 52.10704,-2.24926 52.11365,-2.31288 52.11374,-2.31554 52.11277,-2.31548 52.11214,-2.31392 52.11113,-2.31395 52.11438,-2.31263 52.12762,-2.30050 52.12374,-2.31652',
  ],
  [
    'ostrey',
    'Ostrey lanes',
    '52.12374,-2.31652 52.12157,-2.31365 52.12288,-2.30983 52.12698,-2.29546 52.11855,-2.29074 52.11744,-2.29137 52.11660,-2.29394 52.11929,-2.30391 52.11674,-2.30468 52.11707,-2.30616 52.11956,-2.31079 52.12415,-2.31625 52.12474,-2.31638 52.12537,-2.31740 52.11835,-2.36204 52.10754,-2.37987 52.10216,-2.38872 52.11180,-2.32488 52.11792,-2.32590 52.11988,-2.32215 52.11959,-2.31644 52.11578,-2.31523 52.11504,-2.32044 52.12374,-2.31652',
  ],
  [
    'estates',
    'Estates and minis',
    '52.12374,-2.31652 52.12207,-2.31276 52.12196,-2.31322 52.12226,-2.31231 52.12282,-2.30784 52.12672,-2.29577 52.12488,-2.29747 52.12398,-2.29847 52.11717,-2.30978 52.11938,-2.30225 52.12919,-2.29194 52.12828,-2.29687 52.12539,-2.30669 52.12859,-2.30855 52.13508,-2.31432 52.13512,-2.31162 52.13370,-2.31584 52.12816,-2.32241 52.11406,-2.32798 52.11103,-2.30988 52.11426,-2.30892 52.11872,-2.32075 52.12374,-2.31652',
  ],
  [
    'nether-sallow',
    'Nether Sallow',
    '52.12374,-2.31652 52.12579,-2.32017 52.12714,-2.32277 52.12374,-2.32755 52.11742,-2.32954 52.10701,-2.38118 52.10544,-2.38463 52.10613,-2.38053 52.08806,-2.28145 52.08672,-2.24596 52.08847,-2.25076 52.12294,-2.28382 52.12202,-2.29214 52.12197,-2.29477 52.12292,-2.29915 52.12758,-2.30242 52.12599,-2.30634 52.12367,-2.30547 52.12465,-2.30608 52.12289,-2.30838 52.12193,-2.31304 52.11959,-2.31644 52.12135,-2.32480 52.12205,-2.31673 52.12374,-2.31652',
  ],
  [
    'cadder-mill',
    'Cadder Mill and the bypass',
    '52.12374,-2.31652 52.11988,-2.32215 52.11829,-2.31911 52.11374,-2.31554 52.11277,-2.31548 52.11365,-2.31288 52.11416,-2.31230 52.12754,-2.30417 52.13054,-2.30398 52.13098,-2.30302 52.13108,-2.30156 52.12953,-2.29859 52.12516,-2.29388 52.11855,-2.29074 52.09467,-2.28760 52.09260,-2.32241 52.09329,-2.40044 52.10895,-2.31431 52.11097,-2.30093 52.11091,-2.29902 52.12374,-2.31652',
  ],
  [
    'short-loop',
    'Short loop',
    '52.12374,-2.31652 52.12659,-2.31387 52.12224,-2.31286 52.11430,-2.31674 52.11088,-2.31882 52.10922,-2.31532 52.11017,-2.31363 52.11324,-2.30911 52.11341,-2.30467 52.11421,-2.30322 52.12332,-2.30795 52.12847,-2.30332 52.13029,-2.30344 52.13166,-2.30370 52.12476,-2.32043 52.12374,-2.31652',
  ],
];

/** The eight routes of the demo school, drawn on its network. */
export function demoRoutes(network: NetworkFile): readonly Route[] {
  const traffic = trafficOf(openNetwork(network));
  const drawing = drawingOn(traffic);
  return loops.map(([id, title, text]) => {
    const via = text.split(' ').map((pair): Position => {
      const [lat = 0, lon = 0] = pair.split(',').map(Number);
      return { lat, lon };
    });
    const drawn = drawThrough(drawing, via, {
      id,
      title,
      units: 'imperial',
      network: { id: DEMO_NETWORK, version: 1 },
    });
    if (!drawn.ok) throw new Error(`${title}: ${JSON.stringify(drawn.problems)}`);
    const { route } = drawn.value;
    return withNotes({
      ...route,
      independent: proposedIndependent(route, 20) ?? proposedIndependent(route, 8),
    });
  });
}

/** What the demo's instructors know of their routes: a hidden sign, a hole in the road, an exit that is miscounted. */
function withNotes(route: Route): Route {
  const first = (kind: Route['features'][number]['kind'], skip = 0) =>
    route.features.filter((one) => one.kind === kind)[skip];
  const changed = new Map<string, Partial<Route['features'][number]>>();
  const limit = first('speed-change', 2);
  if (limit) changed.set(limit.id, { note: 'Sign stands behind the hedge', source: 'hand' });
  const round = first('roundabout', 1);
  if (round) changed.set(round.id, { trap: 'wrong-exit', source: 'hand' });
  const crossing = first('zebra-crossing');
  if (crossing) changed.set(crossing.id, { note: 'Busy at noon', source: 'hand' });
  return {
    ...route,
    features: route.features.map((feature) => ({ ...feature, ...changed.get(feature.id) })),
  };
}
