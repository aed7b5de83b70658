import { expose, transfer } from 'comlink';
import { compose, routeOfProposal, type ComposeWish, type Proposal } from '../../../core/compose';
import { metresAlong, type Position } from '../../../core/geo';
import { geometryOf, type MapGeometry } from '../../../core/map';
import {
  Cancelled,
  edgeOf,
  everyRoad,
  openNetwork,
  parseNetwork,
  readOsm,
  roadOfArc,
  safeRules,
  trafficOf,
  usualDelays,
  type Delays,
  type LearnerRules,
  type OsmReport,
  type StoredNetwork,
} from '../../../core/network';
import { failed, parsed, type Parsed, commonProblem } from '../../../core/problems';
import {
  carriedOver,
  courseOf,
  drawingOn,
  drawThrough,
  matchLine,
  onwardFrom,
  routeOf,
  viaOfWay,
  withRules,
  type Drawing,
  type Onward,
  type Route,
} from '../../../core/route';
import { wayBack, wrongTurn } from '../../../core/guidance';

/** What a route keeps when its way is drawn anew. */
export type RouteBase = Pick<Route, 'id' | 'title' | 'network' | 'units'> & Partial<Route>;

/** A loop that was found, as a route. */
export interface Composed {
  readonly route: Route;
  readonly score: Proposal['score'];
}

let drawing: Drawing | null = null;
let stop = false;

const opened = (): Drawing => {
  if (!drawing) throw new Error('no network is open');
  return drawing;
};

/** The open network for those to whom some roads are closed. */
const openedFor = (rules: LearnerRules): Drawing => withRules(opened(), rules);

/** Lets messages in, such as one that cancels. */
const breathe = () => new Promise<void>((resolve) => setTimeout(resolve, 0));

/** What of a route does not come from its way. */
function drawnAnew({
  features: _features,
  line: _line,
  stretches: _stretches,
  via: _via,
  ...rest
}: RouteBase): RouteBase {
  return rest;
}

/** A way drawn anew, with what the instructor had put along it before. */
function withHand(route: Route, before: Partial<Route>): { readonly route: Route; readonly lost: number } {
  const line = { line: route.line, metres: metresAlong(route.line) };
  const hand = (before.features ?? []).filter(({ source }) => source === 'hand');
  const { kept, lost } = carriedOver(line, hand);
  const muted = new Set(before.muted);
  const kinds = new Set(kept.map(({ id }) => id));
  const proposed = route.features.filter(({ id }) => !muted.has(id) && !kinds.has(id));
  const features = [...proposed, ...kept].sort((a, b) => a.along - b.along);
  return { route: { ...route, features }, lost: lost.length };
}

const worker = {
  /** Opens the network at an address of this server, and gives what a map is drawn from. */
  async open(url: string, delays: Delays = usualDelays): Promise<MapGeometry> {
    const answer = await fetch(url);
    if (!answer.ok) throw new Error(`the network could not be loaded (${answer.status})`);
    const graph = openNetwork((await answer.json()) as StoredNetwork);
    const traffic = trafficOf(graph, delays);
    drawing = drawingOn(traffic);
    const geometry = geometryOf(graph);
    const { first, x, y, style, length, labels, builtUp } = geometry;
    const arrays = [first, x, y, style, length, ...labels.flatMap((one) => [one.x, one.y]), ...builtUp];
    return transfer(
      geometry,
      arrays.map(({ buffer }) => buffer as ArrayBuffer),
    );
  },

  /** Draws a route through points; what was put by hand comes along where it still fits. */
  draw(
    via: readonly Position[],
    base: RouteBase,
    rules: LearnerRules = safeRules,
  ): Parsed<{ readonly route: Route; readonly lost: number }> {
    const result = drawThrough(openedFor(rules), via, drawnAnew(base));
    return result.ok ? parsed(withHand(result.value.route, base)) : result;
  },

  /** Lays a line that came from elsewhere onto the network; null when it lies nowhere near. */
  match(line: readonly Position[], base: RouteBase): { readonly route: Route; readonly gaps: number } | null {
    const { traffic, snap, search } = opened();
    const matched = matchLine(traffic, snap, search, line);
    if (!matched || matched.arcs.length === 0) return null;
    const course = courseOf(traffic, matched.arcs, matched.from, matched.to);
    if (course.line.length < 2) return null;
    // It was driven: what is closed to learners is told by the sheet.
    const via = viaOfWay(openedFor(everyRoad), matched.arcs, matched.from, matched.to);
    const { route } = withHand(routeOf(traffic, course, { ...drawnAnew(base), via, leftOut: null }), base);
    return { route, gaps: matched.gaps };
  },

  /** The place on a road that is nearest. */
  snap: (position: Position, most: number): Position | null =>
    opened().snap.near(position, most)[0]?.position ?? null,

  /** The limit on the road that is nearest, metres a second; null where there is none. */
  limitNear(position: Position, most: number): number | null {
    const { traffic, snap } = opened();
    const [found] = snap.near(position, most);
    return found ? roadOfArc(traffic.graph, found.arc).speed : null;
  },

  /** The way back to a route that was left, joining it where that costs least; null when there is none. */
  wayBack(
    from: Position & { readonly heading: number | null },
    route: Route,
    along: number,
    closed: readonly Position[],
    rules: LearnerRules = safeRules,
  ): { readonly route: Route; readonly joins: number } | null {
    return wayBack(openedFor(rules), from, route, along, closed);
  },

  /** A line that takes another arm at the next junction of a route: how a learner goes wrong. */
  wrongTurn: (route: Route, along: number, rules: LearnerRules = safeRules): readonly Position[] | null =>
    wrongTurn(openedFor(rules), route, along),

  /** The ways to go on from a place, junction by junction. */
  onward: (at: Position, heading: number | null, rules: LearnerRules = safeRules): readonly Onward[] =>
    onwardFrom(openedFor(rules), at, heading),

  async compose(
    wish: Omit<ComposeWish, 'lately'> & { readonly lately: readonly (readonly Position[])[] },
    base: RouteBase,
    onProgress: (done: number, best: number) => void,
    rules: LearnerRules = safeRules,
  ): Promise<Parsed<readonly Composed[]>> {
    stop = false;
    const drawing = openedFor(rules);
    const { traffic, snap, search } = drawing;
    const lately = new Set(
      wish.lately.flatMap((line) => matchLine(traffic, snap, search, line)?.arcs.map(edgeOf) ?? []),
    );
    const found = await compose(drawing, { ...wish, lately }, { onProgress, breathe, cancelled: () => stop });
    if (stop) return failed([commonProblem('', 'cancelled')]);
    if (!found.ok) return found;
    return parsed(
      found.value.map((proposal) => ({
        score: proposal.score,
        route: routeOfProposal(drawing, proposal, base),
      })),
    );
  },

  /** Reads an OpenStreetMap extract into a network, compressed for the server. */
  async importOsm(
    file: File,
    how: { readonly title: string; readonly source: string; readonly drivingSide: 'left' | 'right' },
    onProgress: (share: number) => void,
  ): Promise<Parsed<{ readonly gzipped: Blob; readonly report: OsmReport }>> {
    stop = false;
    let read = 0;
    async function* chunks() {
      const reader = file.stream().pipeThrough(new TextDecoderStream()).getReader();
      for (;;) {
        const { done, value } = await reader.read();
        if (done) return;
        read += value.length;
        onProgress(Math.min(0.98, read / (2 * file.size)));
        yield value;
      }
    }
    try {
      const result = await readOsm({ ...how, chunks, cancelled: () => stop });
      if (!result.ok) return result;
      const { network, report } = result.value;
      return parsed({ gzipped: await gzipped(JSON.stringify(network)), report });
    } catch (error) {
      if (error instanceof Cancelled) return failed([commonProblem('', 'cancelled')]);
      throw error;
    }
  },

  /** Checks a network file of our own, and compresses it for the server. */
  async readOwn(file: File): Promise<Parsed<{ readonly gzipped: Blob }>> {
    let input: unknown;
    try {
      input = JSON.parse(await file.text());
    } catch {
      return failed([commonProblem('', 'no-json', { why: '' })]);
    }
    const result = parseNetwork(input);
    return result.ok ? parsed({ gzipped: await gzipped(JSON.stringify(result.value)) }) : result;
  },

  cancel(): void {
    stop = true;
  },
};

async function gzipped(text: string): Promise<Blob> {
  const stream = new Blob([text]).stream().pipeThrough(new CompressionStream('gzip'));
  return new Response(stream).blob();
}

export type NetworkWorker = typeof worker;
expose(worker);
