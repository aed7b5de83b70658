import { edgeOf, type RoadGraph } from './graph';
import type { Road } from './road';

const plain = (name: string): string => name.trim().replaceAll(/\s+/g, ' ').toLowerCase();

/** Where learners may drive. */
export interface LearnerRules {
  /** Whether they use motorways, and roads signed for motor vehicles only. */
  readonly motorways: boolean;
  /** Names or numbers of other roads that are closed to them. */
  readonly closed: readonly string[];
}

/** What holds until a school says otherwise: learners don't use motorways. */
export const safeRules: LearnerRules = { motorways: false, closed: [] };

/** For drives that were driven: no road is closed. */
export const everyRoad: LearnerRules = { motorways: true, closed: [] };

/** What a school says of the learners of one licence class. */
export interface ClassRules extends LearnerRules {
  readonly licenceClass: string;
}

/** Where learners of a licence class may drive: the school's word, else what is safe. */
export const rulesFor = (all: readonly ClassRules[], licenceClass: string): LearnerRules =>
  all.find((rules) => plain(rules.licenceClass) === plain(licenceClass)) ?? safeRules;

/** Why a road is closed to learners. */
export type Closure = 'motorway' | 'named';

type Named = Pick<Road, 'class' | 'name' | 'ref'> & Partial<Pick<Road, 'motorroad'>>;

/** Why learners may not drive on a road; null where they may. Roads are named by any of their names and numbers. */
export function closureOf(
  { class: of, motorroad = false, name, ref }: Named,
  { motorways, closed }: LearnerRules,
): Closure | null {
  if (!motorways && (of === 'motorway' || motorroad)) return 'motorway';
  if (closed.length === 0) return null;
  const names = new Set([name, ...ref.split(';')].map(plain));
  return closed.some((one) => plain(one) !== '' && names.has(plain(one))) ? 'named' : null;
}

/** The roads of a network that are closed to learners. */
export interface Closures {
  /** Why an arc is closed; null where it is open. */
  readonly of: (arc: number) => Closure | null;
  /** For searches; undefined where nothing is closed. */
  readonly shut: ((arc: number) => boolean) | undefined;
}

export function closuresOf(graph: RoadGraph, rules: LearnerRules): Closures {
  const byRoad = graph.roads.map((road) => closureOf(road, rules));
  const of = (arc: number) => byRoad[graph.roadOfEdge[edgeOf(arc)] ?? 0] ?? null;
  return { of, shut: byRoad.some((closure) => closure !== null) ? (arc) => of(arc) !== null : undefined };
}
