import type { Parsed } from '../../problems';
import { parsed } from '../../problems';
import type { Course } from '../course';
import { layOut } from '../layout';
import type { Layout, Settings } from '../model';
import type { YardVehicle } from '../vehicle';
import { allowed, findPlan, type Plan, type PlanLimits, type Watch } from './plan';

/** What would make a course drivable: a parameter, and how many metres more of it. */
export interface Missing {
  readonly parameter: string;
  readonly what: string;
  readonly metres: number;
}

/** A plan, or why there is none. */
export type PlanAnswer =
  | { readonly feasible: true; readonly layout: Layout; readonly plan: Plan }
  | {
      readonly feasible: false;
      readonly layout: Layout;
      readonly movements: number;
      readonly shunts: number;
      /** Null where no single length helps. */
      readonly missing: Missing | null;
    };

/** Metres that are tried one after the other, and how nearly the least is found. */
const MORE = [1, 3, 8] as const;
const NEARLY = 0.05;
/** Poses that each of these tries may search: what works is found early. */
const TRIED = 80_000;

/**
 * Plans a course for a vehicle; where there is no way, the least that has to be added to one of the course's lengths
 * is found by planning again and again.
 */
export function answerPlan(
  course: Course,
  vehicle: YardVehicle,
  settings: Settings,
  limits: PlanLimits,
  watch: Watch,
): Parsed<PlanAnswer> {
  const laid = layOut(course, vehicle, settings);
  if (!laid.ok) return laid;
  const layout = laid.value;
  const plan = findPlan(vehicle, layout, limits, watch);
  if (plan) return parsed({ feasible: true, layout, plan });
  const works = (id: string, value: number): boolean => {
    const wider = layOut(course, vehicle, { ...settings, [id]: value });
    return wider.ok && findPlan(vehicle, wider.value, { ...limits, poses: TRIED, any: true }, watch) !== null;
  };
  let missing: Missing | null = null;
  for (const { id, title, unit, value, most } of layout.parameters) {
    if (unit !== 'm' || watch.cancelled()) continue;
    const enough = leastMore(missing?.metres ?? Infinity, most - value, (more) => works(id, value + more));
    if (enough !== null) missing = { parameter: id, what: title, metres: enough };
  }
  return parsed({ feasible: false, layout, ...allowed(layout, limits), missing });
}

/**
 * The least number of metres more that works, below a bound; null: none. What works with less is taken to work with
 * more: one try with as much as would still count shows whether the length helps at all.
 */
function leastMore(below: number, most: number, works: (more: number) => boolean): number | null {
  const tries = below === Infinity ? MORE : [below - NEARLY];
  let low = 0;
  for (const wanted of tries) {
    const more = Math.min(wanted, most);
    if (more <= low) return null;
    if (!works(more)) {
      low = more;
      continue;
    }
    let high = more;
    while (high - low > NEARLY) {
      const middle = (low + high) / 2;
      if (works(middle)) high = middle;
      else low = middle;
    }
    return high;
  }
  return null;
}

/** Why there is no plan, and what would help, in words. */
export function whyNot({ movements, shunts, missing }: Extract<PlanAnswer, { feasible: false }>): string {
  const limits = `${movements} movement${movements === 1 ? '' : 's'}${shunts < movements ? ` and ${shunts} shunt${shunts === 1 ? '' : 's'}` : ''}`;
  const found = `No way was found with at most ${limits}.`;
  return missing
    ? `${found} It works with ${missing.metres.toFixed(2)} m more: ${missing.what.toLowerCase()}.`
    : `${found} No single length of the course helps.`;
}

/** An answer as it is printed and exported. */
export function answerFile(answer: PlanAnswer, vehicle: YardVehicle): Readonly<Record<string, unknown>> {
  if (!answer.feasible) {
    const { missing } = answer;
    return {
      feasible: false,
      why: whyNot(answer),
      missing: missing && { what: missing.what, metres: missing.metres },
    };
  }
  const { path, movements, shunts, clearance, stages } = answer.plan;
  return {
    feasible: true,
    course: answer.layout,
    vehicle,
    path,
    movements,
    shunts,
    clearance: { least: clearance.metres, of: clearance.of },
    stages: stages.map(({ say, from, to }) => ({ say, from, to })),
  };
}
