import { bodiesOf, seenFrom, trailerAxle } from '../bodies';
import type { Layout, Spot } from '../model';
import type { Pose } from '../motion';
import type { Plan } from '../plan/plan';
import { sampleAt } from '../simulate';
import { pointFromBox, surveyOf, type Survey } from '../survey';
import type { YardVehicle } from '../vehicle';
import { isInside } from './hidden';
import { featuresOf, type Feature } from './meet';
import { tiltedDown, type Mirror } from './mirror';
import { heightsOf, lookout, WALL, type Sight } from './see';
import type { Point } from './space';

/** Where a driver turns the head to. */
export type Way =
  | 'ahead'
  | 'left'
  | 'right'
  | 'left-shoulder'
  | 'right-shoulder'
  | 'rear'
  | 'left-mirror'
  | 'right-mirror'
  | 'inside-mirror';

/** A thing to look at: when, which way, in an instructor's words. */
export interface Look {
  /** Seconds into the plan. */
  readonly t: number;
  readonly kind: 'round' | 'swing' | 'watch';
  readonly say: string;
  /** One after the other. */
  readonly ways: readonly Way[];
  /** Id of what is watched; null: no single thing. */
  readonly of: string | null;
}

/** Metres from which on something is worth a look of its own (ours). */
const NEAR = 1.5;
/** Seconds from one place that is measured to the next, and before the nearest at which one looks. */
const APART = 0.1;
const SOONER = 1;

/**
 * Where to look and when, for schools that teach without marks: all round before each movement in five looks (common
 * practice), to where the front swings out when reversing on lock, and at what each stage comes nearest to.
 */
export function looksOf(vehicle: YardVehicle, layout: Layout, plan: Plan): readonly Look[] {
  const [survey, features] = [surveyOf(vehicle, layout), featuresOf(layout)];
  const all = plan.stages.flatMap((stage, n): readonly Look[] => {
    const moves = plan.stages[n - 1]?.gear !== stage.gear;
    const side = stage.wheel.endsWith('left') ? 'left' : stage.wheel.endsWith('right') ? 'right' : null;
    const turns = side !== null && plan.stages[n - 1]?.wheel !== stage.wheel;
    const outer = side === 'left' ? 'right' : 'left';
    return [
      ...(moves ? [allRound(vehicle, stage.from)] : []),
      ...(turns && stage.gear === 'reverse'
        ? [
            {
              t: stage.from,
              kind: 'swing' as const,
              say: `The front swings out to the ${outer}: look there before you turn the wheel.`,
              ways: [outer] as const,
              of: null,
            },
          ]
        : []),
      ...watched({ vehicle, layout, plan, survey, features }, stage),
    ];
  });
  // What is already watched isn't said again.
  return all.filter(({ of, ways }, n) => {
    const before = all.slice(0, n).findLast((one) => one.kind === 'watch');
    return of === null || before?.of !== of || before.ways[0] !== ways[0];
  });
}

/** All round in five looks: from the shoulder on the passenger's side to the one on the driver's. */
function allRound(vehicle: YardVehicle, t: number): Look {
  const driver = vehicle.steeringWheelSide;
  const other = driver === 'left' ? 'right' : 'left';
  const window = vehicle.mirrors.some(isInside);
  const ways: readonly Way[] = [
    `${other}-shoulder`,
    `${other}-mirror`,
    ...(window ? (['rear'] as const) : []),
    `${driver}-mirror`,
    `${driver}-shoulder`,
  ];
  return {
    t,
    kind: 'round',
    say: `Before you move: ${ways.map((way) => wayWords(way)).join(', ')}.`,
    ways,
    of: null,
  };
}

/** A way as it is said. */
function wayWords(way: Way): string {
  switch (way) {
    case 'ahead':
      return 'ahead';
    case 'left':
    case 'right':
      return `out of the ${way} window`;
    case 'left-shoulder':
      return 'over the left shoulder';
    case 'right-shoulder':
      return 'over the right shoulder';
    case 'rear':
      return 'out of the rear window';
    case 'left-mirror':
      return 'in the left mirror';
    case 'right-mirror':
      return 'in the right mirror';
    case 'inside-mirror':
      return 'in the inside mirror';
    default:
      return way satisfies never;
  }
}

/** A plan on its course, measured once for all its stages. */
interface Driven {
  readonly vehicle: YardVehicle;
  readonly layout: Layout;
  readonly plan: Plan;
  readonly survey: Survey;
  readonly features: readonly Feature[];
}

/** What a stage comes nearest to, and where it is seen shortly before. */
function watched(
  { vehicle, layout, plan, survey, features }: Driven,
  { from, to }: Plan['stages'][number],
): readonly Look[] {
  let nearest = { metres: Infinity, of: '', t: from };
  for (let t = from; t <= to + 1e-9; t += APART) {
    const pose = sampleAt(plan.path, t);
    const here = pose && survey.nearest(pose);
    if (here && here.metres < nearest.metres) nearest = { ...here, t };
  }
  const at = sampleAt(plan.path, nearest.t);
  const t = Math.max(from, nearest.t - SOONER);
  const sooner = sampleAt(plan.path, t);
  const target = at && targetOf({ vehicle, layout, features }, nearest.of, at);
  if (!target || !sooner || nearest.metres > NEAR) return [];
  const way = wayTo(vehicle, layout, sooner, target);
  const cm = Math.max(0, Math.round(nearest.metres * 100));
  const say =
    way === null
      ? `You can’t see ${target.title}, ${cm} cm away at the nearest. ${remedy(vehicle, layout, sooner, target)}`
      : `Watch ${target.title} ${wayWords(way)}: ${cm} cm away at the nearest.`;
  return [{ t, kind: 'watch', say, ways: way === null ? [] : [way], of: nearest.of }];
}

/** Degrees by which a mirror is turned further down in a try, and at most. */
const FURTHER = 2;
const FURTHEST = 30;

/** What lets a driver see something that is hidden: a mirror turned further down, else somebody outside. */
function remedy(vehicle: YardVehicle, layout: Layout, pose: Pose, target: Target): string {
  for (let down = FURTHER; down <= FURTHEST; down += FURTHER)
    for (const mirror of vehicle.mirrors) {
      if (isInside(mirror)) continue;
      const tried = { ...vehicle, mirrors: [tiltedDown(mirror, down)] };
      const out = lookout(tried, layout, pose);
      if (target.heights.some((height) => out.inMirror(out.from(target.spot, height))))
        return `With the ${mirror.title} turned ${down}° further down you can.`;
    }
  return 'Stop and look, or ask the spotter.';
}

interface Target {
  readonly title: string;
  readonly spot: Spot;
  readonly heights: readonly number[];
}

/** The place of a line, wall or cone that is nearest to a vehicle. */
function targetOf(
  { vehicle, layout, features }: Pick<Driven, 'vehicle' | 'layout' | 'features'>,
  id: string,
  pose: Pose,
): Target | null {
  const cone = layout.cones.find((one) => one.id === id);
  const title = features.find((one) => one.id === id)?.title ?? id;
  if (cone) return { title, spot: cone.at, heights: heightsOf(cone) };
  const wall = layout.walls.find((one) => one.id === id);
  const line = wall ?? [...layout.lines, ...layout.kerbs].find((one) => one.id === id);
  if (!line) return null;
  const far = wall ? farFromBodies(vehicle, pose) : farFromTyres(vehicle, pose);
  let best = { metres: Infinity, spot: line.from };
  for (let n = 0; n <= 100; n += 1) {
    const spot: Spot = [
      line.from[0] + (n / 100) * (line.to[0] - line.from[0]),
      line.from[1] + (n / 100) * (line.to[1] - line.from[1]),
    ];
    const metres = far(spot);
    if (metres < best.metres) best = { metres, spot };
  }
  return { title, spot: best.spot, heights: wall ? [WALL, WALL / 2, 0] : [0] };
}

function farFromBodies(vehicle: YardVehicle, pose: Pose): (spot: Spot) => number {
  const bodies = bodiesOf(vehicle);
  const behind = trailerAxle(bodies, pose);
  const turned = (heading: number) => ({ cos: Math.cos(heading), sin: Math.sin(heading) });
  return ([x, y]) =>
    Math.min(
      pointFromBox({ ...pose, ...turned(pose.heading) }, bodies.vehicle, x, y),
      behind && bodies.trailer
        ? pointFromBox({ ...behind, ...turned(behind.heading) }, bodies.trailer.box, x, y)
        : Infinity,
    );
}

function farFromTyres(vehicle: YardVehicle, pose: Pose): (spot: Spot) => number {
  const bodies = bodiesOf(vehicle);
  const behind = trailerAxle(bodies, pose);
  return (spot) => {
    const far = (axle: Parameters<typeof seenFrom>[0], tyres: readonly Spot[]): number => {
      const [x, y] = seenFrom(axle, spot);
      return Math.min(...tyres.map(([along, aside]) => Math.hypot(x - along, y - aside)));
    };
    return Math.min(
      far(pose, bodies.tyres),
      behind && bodies.trailer ? far(behind, bodies.trailer.tyres) : Infinity,
    );
  };
}

/** Degrees to either side to which one looks ahead, out of the side window, over the shoulder. */
const AHEAD = 40;
const BESIDE = 110;
const BEHIND = 150;

/** Which way a driver looks at something: out of the windows in front, else in a mirror, else behind; null: it is hidden. */
function wayTo(vehicle: YardVehicle, layout: Layout, pose: Pose, { spot, heights }: Target): Way | null {
  const out = lookout(vehicle, layout, pose);
  const points = heights.map((height): Point => out.from(spot, height));
  const sights = points.map((point): Sight => out.sight(point));
  const [x, y] = seenFrom(pose, spot);
  const turned = (Math.atan2(y - vehicle.eye[1], x - vehicle.eye[0]) * 180) / Math.PI;
  const side = turned > 0 ? 'left' : 'right';
  const direct = sights.some((sight) => sight.direct);
  if (direct && Math.abs(turned) <= AHEAD) return 'ahead';
  if (direct && Math.abs(turned) <= BESIDE) return side;
  const mirror = vehicle.mirrors.find(({ id }) => sights.some((sight) => sight.mirrors.includes(id)));
  if (mirror) return wayToMirror(mirror);
  if (!direct) return null;
  return Math.abs(turned) > BEHIND ? 'rear' : `${side}-shoulder`;
}

/** The way to a mirror. */
export const wayToMirror = (mirror: Mirror): Way =>
  isInside(mirror) ? 'inside-mirror' : mirror.centre[1] > 0 ? 'left-mirror' : 'right-mirror';

/** Degrees to the left and up that a head is turned for each way. */
export function headFor(
  { eye, mirrors }: YardVehicle,
  way: Way,
): { readonly yaw: number; readonly pitch: number } {
  const mirror = mirrors.find((one) => wayToMirror(one) === way);
  if (mirror) {
    const [x, y, z] = [mirror.centre[0] - eye[0], mirror.centre[1] - eye[1], mirror.centre[2] - eye[2]];
    return {
      yaw: (Math.atan2(y, x) * 180) / Math.PI,
      pitch: (Math.atan2(z, Math.hypot(x, y)) * 180) / Math.PI,
    };
  }
  const yaws: Partial<Record<Way, number>> = {
    left: 75,
    right: -75,
    'left-shoulder': 125,
    'right-shoulder': -125,
    rear: eye[1] > 0 ? -172 : 172,
  };
  return { yaw: yaws[way] ?? 0, pitch: -6 };
}
