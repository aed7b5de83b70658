import {
  armsOf,
  BACK,
  controlOf,
  edgeOf,
  endOf,
  mayDrive,
  rankOf,
  reverseOf,
  roadOfArc,
  STRAIGHT,
  turnOf,
  waysFrom,
  type Control,
  type Traffic,
} from '../network';
import type { Course } from './course';

/** A junction that a course goes through: where, how one turns, and who goes first. */
export interface Crossed {
  /** Metres from the start of the course to where one waits or turns. */
  readonly along: number;
  readonly kind: 'junction' | 'roundabout' | 'mini-roundabout' | 'turn-round';
  readonly control: Control;
  readonly assumed: boolean;
  /** Radians, to the right above nought; over the whole of a roundabout. */
  readonly turn: number;
  readonly exit: number | null;
  readonly exits: number | null;
  /** Street that is entered; empty where it has no name. */
  readonly toward: string;
  /** Where the road divides, the side that is taken; null elsewhere. */
  readonly fork: 'left' | 'right' | null;
  /** By a slip road off a dual carriageway or motorway, or onto one; null elsewhere. */
  readonly slip: 'leave' | 'join' | null;
  /** Whether somebody who is told nothing would go another way, or not know. */
  readonly told: boolean;
  /** Metres from here to where a roundabout is left; nought elsewhere. */
  readonly over: number;
  /** Arcs before and after. */
  readonly from: number;
  readonly into: number;
}

/** Every junction of a course, in order. */
export function junctionsOf(traffic: Traffic, { legs }: Course): readonly Crossed[] {
  const found: Crossed[] = [];
  for (let n = 0; n + 1 < legs.length; n += 1) {
    const [leg, next] = [legs[n], legs[n + 1]];
    if (!leg || !next) continue;
    if (next.road.roundabout && !leg.road.roundabout) {
      const after = legs.findIndex((one, k) => k > n + 1 && !one.road.roundabout);
      const last = after < 0 ? legs.length : after;
      const ring = legs.slice(n + 1, last).map(({ arc }) => arc);
      const into = legs[last]?.arc ?? ring.at(-1) ?? next.arc;
      found.push({
        along: leg.to,
        kind: 'roundabout',
        control: 'roundabout',
        assumed: false,
        turn: turnOf(traffic, leg.arc, into),
        ...exitsPassed(traffic, leg.arc, ring, after < 0 ? null : into),
        toward: nameOf(traffic, into),
        fork: null,
        slip: null,
        told: true,
        over: (legs[last - 1]?.to ?? leg.to) - leg.to,
        from: leg.arc,
        into,
      });
      n = last - 2;
      continue;
    }
    const crossed = crossedAt(traffic, leg.arc, next.arc);
    if (!crossed) continue;
    // A slip road has no name: it is called by the road that it leads to.
    const beyond = legs.slice(n + 1).find(({ road }) => !road.link && !road.roundabout);
    const toward = crossed.slip === 'leave' && beyond ? nameOf(traffic, beyond.arc) : crossed.toward;
    found.push({ along: leg.to, ...crossed, toward });
  }
  return found;
}

function crossedAt(traffic: Traffic, from: number, into: number): Omit<Crossed, 'along'> | null {
  const { graph } = traffic;
  const { control, assumed } = controlOf(traffic, from);
  const turn = turnOf(traffic, from, into);
  const base = {
    over: 0,
    turn,
    assumed,
    control,
    toward: nameOf(traffic, into),
    exit: null,
    exits: null,
    fork: null,
    slip: slipAt(traffic, from, into),
    from,
    into,
  };
  if (into === reverseOf(from) && control !== 'mini-roundabout')
    return { ...base, kind: 'turn-round', told: true };
  if (control === 'mini-roundabout')
    return { ...base, kind: 'mini-roundabout', ...miniExits(traffic, from, into), told: true };
  if (control === 'none') return null;
  if (roadOfArc(graph, from).roundabout) return null;
  const straight = Math.abs(turn) < STRAIGHT;
  // On from a road into its own continuation nobody need be told, as long as no other arm is straighter.
  const others = waysFrom(graph, endOf(graph, from))
    .filter((arc) => edgeOf(arc) !== edgeOf(from) && arc !== into)
    .map((arc) => turnOf(traffic, from, arc));
  const straighter = others.some((other) => Math.abs(other) < Math.abs(turn));
  // Told nothing, one follows the road: straight over lights and crossroads too, where no arm is straighter.
  const goesOn =
    !straighter &&
    (straight
      ? control === 'priority' || control === 'signals' || control === 'crossroads'
      : control === 'priority' && Math.abs(turn) < BACK && follows(traffic, from, into));
  const beside = straight ? others.find((other) => Math.abs(other) < STRAIGHT) : undefined;
  const fork = beside === undefined ? null : turn < beside ? ('left' as const) : ('right' as const);
  return { ...base, kind: 'junction', fork, told: !goesOn || base.slip !== null };
}

/** Whether the way from one arc into the next leaves a dual carriageway by a slip road, or joins one by it. */
export function slipAt(traffic: Traffic, from: number, into: number): Crossed['slip'] {
  const [a, b] = [roadOfArc(traffic.graph, from), roadOfArc(traffic.graph, into)];
  if (Math.abs(turnOf(traffic, from, into)) >= STRAIGHT) return null;
  if (a.dual && !a.link && b.link) return 'leave';
  return a.link && b.dual && !b.link ? 'join' : null;
}

/** Whether a road goes on in another: the same name and class. */
function follows({ graph }: Traffic, from: number, into: number): boolean {
  const [a, b] = [roadOfArc(graph, from), roadOfArc(graph, into)];
  return a.name === b.name && a.name !== '' && rankOf(a) === rankOf(b);
}

const nameOf = ({ graph }: Traffic, arc: number): string => {
  const { name, ref } = roadOfArc(graph, arc);
  return name || ref;
};

/** Which exit is taken from a roundabout and how many there are, counted from the first that one passes. */
function exitsPassed(
  traffic: Traffic,
  entry: number,
  ring: readonly number[],
  taken: number | null,
): Pick<Crossed, 'exit' | 'exits'> {
  const { graph } = traffic;
  const leaves = (point: number) => waysFrom(graph, point).filter((arc) => !roadOfArc(graph, arc).roundabout);
  let exit = 0;
  for (const arc of ring) {
    const point = endOf(graph, arc);
    const offered = leaves(point);
    if (taken !== null && offered.includes(taken)) {
      exit += 1;
      break;
    }
    exit += offered.length;
  }
  // Once round from where one came in; its own arm is the last exit.
  const start = endOf(graph, entry);
  let [at, exits, steps] = [start, 0, 0];
  do {
    const on = waysFrom(graph, at).find((arc) => roadOfArc(graph, arc).roundabout);
    if (on === undefined) break;
    at = endOf(graph, on);
    exits += leaves(at).length;
    steps += 1;
  } while (at !== start && steps < 200);
  return {
    exit: taken === null || exit === 0 ? null : exit,
    exits: exits === 0 ? null : Math.max(exits, exit),
  };
}

/** The exits of a mini-roundabout in the order in which one passes them, from the arm by which one comes. */
function miniExits(traffic: Traffic, from: number, into: number): Pick<Crossed, 'exit' | 'exits'> {
  const { graph } = traffic;
  const sense = graph.drivingSide === 'left' ? 1 : -1;
  const order = (arc: number) => (arc === reverseOf(from) ? Infinity : sense * turnOf(traffic, from, arc));
  const arms = armsOf(graph, endOf(graph, from))
    .filter((arc) => mayDrive(graph, arc))
    .sort((a, b) => order(a) - order(b));
  return { exit: arms.indexOf(into) + 1, exits: arms.length };
}
