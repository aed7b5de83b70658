import {
  bearing,
  distance,
  metresAlong,
  nearestOn,
  positionAlong,
  roundedPosition,
  turnBetween,
  type Position,
} from '../geo';
import {
  BACK,
  endOf,
  headingFrom,
  headingInto,
  pointsOf,
  positionOfPoint,
  reverseOf,
  roadOfArc,
  STRAIGHT,
  waysFrom,
  type RoadGraph,
} from '../network';
import { SNAP_METRES, type Drawing } from './draw';

/** A way to go on along the roads, to the next place where there is a choice. */
export interface Onward {
  /** At the junction ahead; `along` where there is no junction yet, as at the start. */
  readonly way: 'left' | 'right' | 'straight' | 'back' | 'along';
  /** Name or number of the road; empty when it has none. */
  readonly road: string;
  readonly roundabout: boolean;
  /** Direction in which it sets out: radians clockwise from north. */
  readonly heading: number;
  /** Where the route would be led: a little before the next junction, or at a dead end. */
  readonly position: Position;
}

/** So far before a junction a point is put, in metres: on the junction itself it could lie on any of its roads. */
const BEFORE = 12;
/** Metres that a way leads on at least. */
const LEAST_STEP = 3;
/** A road is followed over so many of its pieces at most, as long as there is no choice. */
const MOST_PIECES = 60;

/**
 * The ways to go on from a place on the roads, junction by junction: from the left round to the right.
 *
 * @param heading in which the place was reached; null at the start of a route, where both directions are offered
 * @returns none where no road is near
 */
export function onwardFrom(
  { traffic: { graph }, snap, closures }: Drawing,
  at: Position,
  heading: number | null,
): readonly Onward[] {
  const open = (arc: number) => closures.of(arc) === null;
  const near = snap.near(at, SNAP_METRES).filter(({ arc }) => open(arc));
  const [first] = near;
  if (!first) return [];
  const here = near
    .filter(({ off }) => off <= first.off + 2)
    .map((found) => ({
      ...found,
      turn: heading === null ? 0 : turnBetween(heading, headingAt(graph, found.arc, found.position)),
    }))
    .sort((a, b) => Math.abs(a.turn) - Math.abs(b.turn));
  const [best] = here;
  if (!best) return [];
  if (heading === null)
    // Both directions of the one road.
    return (
      here
        .filter(({ arc }) => arc === best.arc || arc === reverseOf(best.arc))
        .map(({ arc }): Onward => ({ ...describe(graph, arc), way: 'along' }))
        // Where one is already is no way to go.
        .filter(({ position }) => distance(position, at) > LEAST_STEP)
    );
  const from = followed(graph, best.arc);
  const ways = waysFrom(graph, endOf(graph, from)).filter((arc) => arc !== reverseOf(from) && open(arc));
  const into = headingInto(graph, from);
  const ahead = (ways.length > 0 ? ways : [reverseOf(from)])
    .filter((arc) => ways.length > 0 || !roadOfArc(graph, from).oneWay || arc !== reverseOf(from))
    .map((arc) => ({ arc, turn: turnBetween(into, headingFrom(graph, arc)) }))
    .sort((a, b) => a.turn - b.turn);
  return ahead.map(({ arc, turn }) => ({ ...describe(graph, arc), way: wayOf(turn, ways.length === 0) }));
}

function wayOf(turn: number, dead: boolean): Onward['way'] {
  if (dead || Math.abs(turn) > BACK) return 'back';
  return Math.abs(turn) < STRAIGHT ? 'straight' : turn > 0 ? 'right' : 'left';
}

function describe(graph: RoadGraph, arc: number): Omit<Onward, 'way'> {
  const { name, ref, roundabout } = roadOfArc(graph, arc);
  const last = followed(graph, arc);
  const line = lineOf(graph, last);
  const metres = metresAlong(line);
  const length = metres.at(-1) ?? 0;
  const dead = waysFrom(graph, endOf(graph, last)).every((one) => one === reverseOf(last));
  const position = positionAlong(line, metres, dead ? length : length - Math.min(BEFORE, length / 2));
  return {
    road: name || ref,
    roundabout,
    heading: headingFrom(graph, arc),
    position: roundedPosition({ lat: position.lat, lon: position.lon }),
  };
}

/** The last piece of a road before there is a choice. */
function followed(graph: RoadGraph, arc: number): number {
  const seen = new Set([arc]);
  let last = arc;
  while (seen.size < MOST_PIECES) {
    const [only, ...more] = waysFrom(graph, endOf(graph, last)).filter((one) => one !== reverseOf(last));
    if (only === undefined || more.length > 0 || seen.has(only)) return last;
    seen.add(only);
    last = only;
  }
  return last;
}

const lineOf = (graph: RoadGraph, arc: number): readonly Position[] =>
  pointsOf(graph, arc).map((point) => positionOfPoint(graph, point));

function headingAt(graph: RoadGraph, arc: number, at: Position): number {
  const line = lineOf(graph, arc);
  return nearestOn(line, metresAlong(line), at)?.heading ?? headingFrom(graph, arc);
}

/** In which direction a line ends; null for one that goes nowhere. */
export function headingAtEnd(line: readonly Position[]): number | null {
  const last = line.at(-1);
  const before = line.findLast(({ lat, lon }) => lat !== last?.lat || lon !== last.lon);
  return last && before ? bearing(before, last) : null;
}
