import {
  controlOf,
  lengthOfArc,
  rankOf,
  roadOfArc,
  STRAIGHT,
  turnOf,
  reverseOf,
  type Traffic,
} from '../network';
import { courseOf, featureKindIds, proposedFeatures, slipAt, type FeatureKindId } from '../route';

/** Place of each kind in a list of counts. */
export const kindIndex: Readonly<Record<FeatureKindId, number>> = Object.fromEntries(
  featureKindIds.map((id, n) => [id, n]),
) as Record<FeatureKindId, number>;

/** Kinds that a way has by the arc itself, whatever comes before and after. */
const OF_ARC: ReadonlySet<FeatureKindId> = new Set([
  'zebra-crossing',
  'signal-crossing',
  'informal-crossing',
  'raised-crossing',
  'level-crossing',
  'pull-up',
  'hill-start',
  'emergency-stop',
  'bay-park',
  'parallel-park',
  'bend',
]);
/** Kinds that go on over several arcs, and count once. */
const RUNNING: readonly FeatureKindId[] = [
  'parked-row',
  'meeting-place',
  'school-zone',
  'bus-lane',
  'one-way',
  'hill-up',
  'hill-down',
];

/** What lies on arcs and at the turns between them, worked out once for each. */
export interface KindTable {
  /** Indexes of kinds on an arc, with repeats. */
  readonly ofArc: (arc: number) => readonly number[];
  /** Which of the kinds that go on lie on an arc, as bits. */
  readonly running: (arc: number) => number;
  /** Indexes of kinds at the turn from one arc into the next. */
  readonly ofTurn: (from: number, into: number) => readonly number[];
}

const tables = new WeakMap<Traffic, KindTable>();

/** The table of a network, which fills as it is asked and stays for the next search. */
export function kindTable(traffic: Traffic): KindTable {
  const known = tables.get(traffic) ?? newTable(traffic);
  tables.set(traffic, known);
  return known;
}

function newTable(traffic: Traffic): KindTable {
  const arcs = new Map<number, { readonly kinds: readonly number[]; readonly running: number }>();
  const turns = new Map<number, readonly number[]>();
  const read = (arc: number) => {
    const known = arcs.get(arc);
    if (known) return known;
    const length = lengthOfArc(traffic.graph, arc);
    const course = courseOf(traffic, [arc], { arc, along: 0 }, { arc, along: length });
    const found = proposedFeatures(traffic, course);
    const fresh = {
      kinds: found.flatMap(({ kind }) => (OF_ARC.has(kind) ? [kindIndex[kind]] : [])),
      running: RUNNING.reduce(
        (bits, kind, n) => bits | (found.some((one) => one.kind === kind) ? 1 << n : 0),
        0,
      ),
    };
    arcs.set(arc, fresh);
    return fresh;
  };
  return {
    ofArc: (arc) => read(arc).kinds,
    running: (arc) => read(arc).running,
    ofTurn: (from, into) => {
      const key = from * 4_194_304 + into;
      const known = turns.get(key);
      if (known) return known;
      const fresh = turnKinds(traffic, from, into).map((kind) => kindIndex[kind]);
      turns.set(key, fresh);
      return fresh;
    },
  };
}

export const runningKinds: readonly number[] = RUNNING.map((kind) => kindIndex[kind]);

function turnKinds(traffic: Traffic, from: number, into: number): readonly FeatureKindId[] {
  const { graph } = traffic;
  const [a, b] = [roadOfArc(graph, from), roadOfArc(graph, into)];
  const found: FeatureKindId[] = [];
  const { control } = controlOf(traffic, from);
  if (b.roundabout && !a.roundabout) found.push('roundabout');
  else if (control === 'mini-roundabout') found.push('mini-roundabout');
  else if (into === reverseOf(from)) found.push('turn-round');
  else if (control !== 'none' && !a.roundabout && control !== 'roundabout') {
    if (control === 'signals') found.push('traffic-lights');
    if (control === 'stop') found.push('stop-junction');
    if (control === 'give-way') found.push('give-way');
    if (control === 'crossroads') found.push('crossroads');
    const turn = turnOf(traffic, from, into);
    const follows = control === 'priority' && a.name === b.name && a.name !== '' && rankOf(a) === rankOf(b);
    if (Math.abs(turn) >= STRAIGHT && !follows) found.push(turn > 0 ? 'turn-right' : 'turn-left');
    else if (
      Math.abs(turn) < STRAIGHT &&
      (control === 'give-way' || control === 'stop') &&
      !slipAt(traffic, from, into)
    )
      found.push('straight-on');
    if (a.lanes > 1 && !a.dual) found.push('lane-choice');
  }
  if (!a.roundabout && !b.roundabout && Math.abs(a.speed - b.speed) > 0.5) found.push('speed-change');
  if (b.dual && !a.dual) found.push('dual-join');
  if (a.dual && !b.dual) found.push('dual-leave');
  return found;
}
