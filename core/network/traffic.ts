import { turnBetween } from '../geo';
import {
  armsOf,
  edgeOf,
  endOf,
  headingFrom,
  lengthOfArc,
  mayDrive,
  reverseOf,
  roadOfArc,
  signsOf,
  turnKey,
  waysFrom,
  type RoadGraph,
} from './graph';
import { rankOf } from './road';

/** Who goes first where an arc ends. */
export const controls = [
  'none',
  'priority',
  'give-way',
  'stop',
  'crossroads',
  'signals',
  'roundabout',
  'mini-roundabout',
] as const;
export type Control = (typeof controls)[number];

/** Seconds that junctions and crossings cost beside the driving, on average (ours; changeable). */
export interface Delays {
  readonly giveWay: number;
  readonly stop: number;
  readonly crossroads: number;
  readonly signals: number;
  readonly roundabout: number;
  readonly miniRoundabout: number;
  /** A turn on the near side, and one across the oncoming traffic. */
  readonly nearTurn: number;
  readonly farTurn: number;
  readonly turnRound: number;
  readonly crossing: number;
  /** Share of the limit that is driven where the road is free. */
  readonly pace: number;
}

export const usualDelays: Delays = {
  giveWay: 6,
  stop: 9,
  crossroads: 5,
  signals: 16,
  roundabout: 7,
  miniRoundabout: 4,
  nearTurn: 3,
  farTurn: 7,
  turnRound: 45,
  crossing: 2,
  pace: 0.85,
};

/** A graph with what driving it takes. */
export interface Traffic {
  readonly graph: RoadGraph;
  readonly delays: Delays;
  /** Seconds for each arc, crossings on it included. */
  readonly seconds: Float64Array;
  /** Directions at the start and at the end of each arc, radians clockwise from north. */
  readonly headOut: Float32Array;
  readonly headIn: Float32Array;
  /** Place in `controls` of what rules where each arc ends; the high bit says that it is assumed. */
  readonly control: Uint8Array;
  /** Seconds from each arc into each that leaves its end, in the graph's order; see `firstTurn`. */
  readonly turns: Float64Array;
  /** Where the turns of each arc begin in `turns`. */
  readonly firstTurn: Int32Array;
}

/** What is known of the junctions before their turns are. */
type Junctions = Omit<Traffic, 'turns' | 'firstTurn'>;

const ASSUMED = 0x80;
/** Signs so near before a junction belong to it, in metres. */
const NEAR = 40;
/** Turns of less than this are straight on, and of more than this turn back, in radians. */
export const STRAIGHT = (38 * Math.PI) / 180;
export const BACK = (155 * Math.PI) / 180;

export function trafficOf(graph: RoadGraph, delays: Delays = usualDelays): Traffic {
  const arcs = 2 * graph.edges;
  const traffic = {
    graph,
    delays,
    seconds: new Float64Array(arcs),
    headOut: new Float32Array(arcs),
    headIn: new Float32Array(arcs),
    control: new Uint8Array(arcs),
  };
  for (let arc = 0; arc < arcs; arc += 1) {
    traffic.headOut[arc] = headingFrom(graph, arc);
    traffic.headIn[reverseOf(arc)] = (traffic.headOut[arc] ?? 0) + Math.PI;
  }
  for (let arc = 0; arc < arcs; arc += 1) {
    traffic.seconds[arc] = arcSeconds(graph, arc, delays);
    if (mayDrive(graph, arc)) traffic.control[arc] = controlAtEnd(traffic, arc);
  }
  return { ...traffic, ...turnsOf(traffic) };
}

/** All turns, worked out once: every search asks for them again and again. */
function turnsOf(junctions: Junctions): Pick<Traffic, 'turns' | 'firstTurn'> {
  const { graph } = junctions;
  const firstTurn = new Int32Array(2 * graph.edges);
  const turns: number[] = [];
  for (let arc = 0; arc < firstTurn.length; arc += 1) {
    firstTurn[arc] = turns.length;
    for (const into of armsOf(graph, endOf(graph, arc))) turns.push(workOutTurn(junctions, arc, into));
  }
  return { turns: Float64Array.from(turns), firstTurn };
}

const crossings = new Set([
  'zebra-crossing',
  'signal-crossing',
  'informal-crossing',
  'level-crossing',
  'raised-crossing',
]);

function arcSeconds(graph: RoadGraph, arc: number, { pace, crossing }: Delays): number {
  const road = roadOfArc(graph, arc);
  const speed = road.speed * pace * (road.narrow ? 0.7 : road.parked ? 0.85 : 1);
  const met = signsOf(graph, arc).filter(({ kind }) => crossings.has(kind)).length;
  return lengthOfArc(graph, arc) / speed + met * crossing;
}

function controlAtEnd(traffic: Junctions, arc: number): number {
  const { graph } = traffic;
  const road = roadOfArc(graph, arc);
  const point = endOf(graph, arc);
  const arms = armsOf(graph, point);
  const others = arms.filter((arm) => edgeOf(arm) !== edgeOf(arc));
  const said = (control: Control) => controls.indexOf(control);
  const assumed = (control: Control) => said(control) | ASSUMED;
  const atNode = graph.nodeSigns.get(point);
  if (atNode?.has('mini-roundabout')) return said('mini-roundabout');
  if (others.length < 2) return said('none');
  if (road.roundabout) return said('priority');
  if (others.some((arm) => roadOfArc(graph, arm).roundabout)) return said('roundabout');
  const near = signsOf(graph, arc).filter(({ along }) => lengthOfArc(graph, arc) - along <= NEAR);
  const signed = (kind: 'signals' | 'stop' | 'give-way') =>
    (atNode?.has(kind) ?? false) || near.some((sign) => sign.kind === kind);
  if (signed('signals')) return said('signals');
  if (signed('stop')) return said('stop');
  if (signed('give-way')) return said('give-way');

  const rank = rankOf(road);
  const greater = others.filter((arm) => rankOf(roadOfArc(graph, arm)) > rank);
  if (road.link && others.some((arm) => !roadOfArc(graph, arm).link)) return assumed('give-way');
  if (greater.length >= 2 || (greater.length === 1 && others.length === 2 && isStem(traffic, arc, others)))
    return assumed('give-way');
  if (others.length === 2) return isStem(traffic, arc, others) ? assumed('give-way') : assumed('priority');
  const equal = others.every((arm) => rankOf(roadOfArc(graph, arm)) === rank);
  return assumed(equal ? 'crossroads' : 'priority');
}

/** Whether an arc ends at the middle of a road: the other two arms lie across it. */
function isStem({ headIn, headOut }: Junctions, arc: number, others: readonly number[]): boolean {
  const [a = 0, b = 0] = others.map((arm) => Math.abs(turnBetween(headIn[arc] ?? 0, headOut[arm] ?? 0)));
  return Math.min(a, b) > STRAIGHT;
}

export function controlOf(
  { control }: Traffic,
  arc: number,
): { readonly control: Control; readonly assumed: boolean } {
  const code = control[arc] ?? 0;
  return { control: controls[code & ~ASSUMED] ?? 'none', assumed: (code & ASSUMED) !== 0 };
}

/** By how much one turns from an arc into another, to the right above nought. */
export const turnOf = ({ headIn, headOut }: Junctions, from: number, into: number): number =>
  turnBetween(headIn[from] ?? 0, headOut[into] ?? 0);

/** Seconds that the way from one arc into the next costs, and Infinity where it may not be driven. */
export function turnSeconds({ graph, turns, firstTurn }: Traffic, from: number, into: number): number {
  const point = endOf(graph, from);
  const first = graph.firstLeaving[point] ?? 0;
  const last = graph.firstLeaving[point + 1] ?? 0;
  for (let k = first; k < last; k += 1)
    if (graph.leaving[k] === into) return turns[(firstTurn[from] ?? 0) + k - first] ?? Infinity;
  return Infinity;
}

function workOutTurn(traffic: Junctions, from: number, into: number): number {
  const { graph, delays, control } = traffic;
  if (!mayDrive(graph, into)) return Infinity;
  if (graph.banned.size > 0 && graph.banned.has(turnKey(from, into))) return Infinity;
  const point = endOf(graph, from);
  if (into === reverseOf(from)) {
    const others = waysFrom(graph, point).some((arc) => arc !== into);
    return others && !graph.nodeSigns.get(point)?.has('mini-roundabout') ? Infinity : delays.turnRound;
  }
  const rules = controls[(control[from] ?? 0) & ~ASSUMED] ?? 'none';
  switch (rules) {
    case 'none':
      return 0;
    case 'roundabout':
      return delays.roundabout;
    case 'mini-roundabout':
      return delays.miniRoundabout;
    default:
      break;
  }
  if (roadOfArc(graph, from).roundabout) return 0;
  const turn = turnOf(traffic, from, into);
  const side = graph.drivingSide === 'left' ? turn : -turn;
  const turning = Math.abs(turn) < STRAIGHT ? 0 : side < 0 ? delays.nearTurn : delays.farTurn;
  switch (rules) {
    case 'priority':
      return turning;
    case 'give-way':
      return delays.giveWay + turning;
    case 'stop':
      return delays.stop + turning;
    case 'crossroads':
      return delays.crossroads + turning;
    case 'signals':
      return delays.signals + turning;
  }
}
