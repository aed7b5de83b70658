import { thingNamed } from '../mark';
import type { Layout, Segment, Spot } from '../model';
import { apart, extentOf, pointsOf } from '../setout';
import type { YardVehicle } from '../vehicle';
import { ownBody, stands, type Panel } from './hidden';
import { placeIn, placeWithin, reflectionOf, type Mirror, type Place } from './mirror';
import { CONE, POLE, type Lookout } from './see';
import { along, cross, lengthOf, minus, unit, type Point } from './space';

/** Something of the vehicle that a driver lines up with the course, seen directly or in a mirror. */
export interface Candidate {
  readonly id: string;
  readonly title: string;
  readonly mirror: Mirror | null;
  /** A point, or an edge of a panel. */
  readonly shape:
    | { readonly kind: 'point'; readonly at: Point }
    | { readonly kind: 'edge'; readonly ends: readonly [Point, Point]; readonly panel: Panel };
}

export type Thing = 'line' | 'kerb' | 'wall' | 'cone' | 'corner';

/** Something of the course that can be lined up: a line, or a spot with what stands on it. */
export interface Feature {
  readonly id: string;
  readonly thing: Thing;
  /** As it is said: "the line bay left". */
  readonly title: string;
  readonly shape:
    { readonly kind: 'line'; readonly line: Segment } | { readonly kind: 'spot'; readonly at: Spot };
  /** Metres above the ground at which a spot is looked at, and to which it reaches. */
  readonly height: number;
  readonly top: number;
}

/** A feature in the frame of the vehicle: where it begins and ends, or twice its spot. */
export type Own = readonly [ax: number, ay: number, bx: number, by: number];

/** Radians by which a feature lies to one side of a candidate; NaN where they don't meet. */
export type Beside = (own: Own) => number;

/** An eye, and where mirrors show it the spots that it looked for, if they do: many edges ask for the same. */
export interface Viewer {
  readonly eye: Point;
  readonly place: (mirror: Mirror, own: Own, height: number) => Place | null;
}

export function viewerOf(eye: Point): Viewer {
  const found = new Map<Mirror, WeakMap<Own, Place | null>>();
  return {
    eye,
    place: (mirror, own, height) => {
      const places = found.get(mirror) ?? new WeakMap<Own, Place | null>();
      found.set(mirror, places);
      const known = places.get(own);
      if (known !== undefined) return known;
      const place = placeWithin(mirror, eye, [own[0], own[1], height]);
      places.set(own, place);
      return place;
    },
  };
}

/** Metres of ground that a driver can judge: no nearer and no further from the eye. */
const LEAST = 1;
const MOST = 25;

/** What of a vehicle can be lined up. */
export function candidatesOf(vehicle: YardVehicle): readonly Candidate[] {
  const { parts, mirrors, eye } = vehicle;
  const body = ownBody(vehicle, null);
  const edges = body.filter(({ id }) => id !== 'floor' && id !== 'roof').flatMap(edgesOf);
  const points = [...parts, ...rearParts(vehicle)].map(({ id, title, at }): Omit<Candidate, 'mirror'> => ({
    id,
    title,
    shape: { kind: 'point', at },
  }));
  const all = [...points, ...edges];
  const visible = (at: Point): boolean => body.every(({ outline }) => !stands(outline, eye, at));
  const direct = all.filter(({ shape }) =>
    shape.kind === 'point'
      ? visible(shape.at)
      : [0, 0.25, 0.5, 0.75, 1].some((share) =>
          visible(along(shape.ends[0], minus(shape.ends[1], shape.ends[0]), share)),
        ),
  );
  return [
    ...direct.map((candidate): Candidate => ({ ...candidate, mirror: null })),
    ...mirrors.flatMap((mirror) =>
      all
        // A mirror doesn't show its own housing.
        .filter(({ shape }) => shape.kind === 'edge' || lengthOf(minus(shape.at, mirror.centre)) > HOUSING)
        .map((candidate): Candidate => ({ ...candidate, mirror })),
    ),
  ];
}

const edgesOf = (panel: Panel): readonly Omit<Candidate, 'mirror'>[] =>
  panel.outline.map((from, n) => ({
    id: `${panel.id}-${n + 1}`,
    title: panel.title,
    shape: { kind: 'edge', ends: [from, panel.outline[(n + 1) % panel.outline.length] ?? from], panel },
  }));

/** What a door mirror shows of the vehicle's own side; a tyre where it touches the ground. */
function rearParts({ rearOverhang, width, track }: YardVehicle): YardVehicle['parts'] {
  return (['left', 'right'] as const).flatMap((side) => {
    const sign = side === 'left' ? 1 : -1;
    return [
      {
        id: `${side}-rear-corner`,
        title: `${side} rear corner`,
        at: [-rearOverhang, (sign * width) / 2, 0.45] as Point,
      },
      {
        id: `${side}-rear-tyre`,
        title: `${side} rear tyre`,
        at: [0, (sign * (track + TYRE)) / 2, 0] as Point,
      },
    ];
  });
}

/** Metres round the middle of a mirror that belong to it. */
const HOUSING = 0.4;
/** Metres of a tyre's width. */
const TYRE = 0.2;

/** What of a course can be lined up: lines, their corners and ends, cones. */
export function featuresOf(layout: Layout): readonly Feature[] {
  const lists = [
    ['line', layout.lines],
    ['kerb', layout.kerbs],
    ['wall', layout.walls],
    ['line', layout.guides],
  ] as const;
  const all = lists.flatMap(([thing, lines]) =>
    lines.map((line) => ({ thing, line, title: thingNamed(thing, line.id.replaceAll('-', ' ')) })),
  );
  const { x, y } = extentOf(layout);
  const onEdge = (at: number, range: readonly [number, number]): boolean =>
    range.some((end) => Math.abs(at - end) < 0.01);
  const corners = pointsOf(layout).flatMap(({ id, at }): readonly Feature[] => {
    const meet = all.filter(({ line }) => apart(line.from, at) < 0.01 || apart(line.to, at) < 0.01);
    if (meet.length === 0 || layout.cones.some((cone) => apart(cone.at, at) < 0.05)) return [];
    // On the edge of the course a line is only cut off: on the ground a kerb goes on.
    if (meet.length === 1 && [0, 1].some((n) => onEdge(at[n] ?? 0, n === 0 ? x : y))) return [];
    const names = meet.map(({ title }) => title);
    return [
      {
        id,
        thing: 'corner',
        title:
          names.length > 1
            ? `the corner of ${names.slice(0, 2).join(' and ')}`
            : `the end of ${names[0] ?? ''}`,
        shape: { kind: 'spot', at },
        height: 0,
        top: 0,
      },
    ];
  });
  return [
    ...all.map(({ thing, line, title }): Feature => ({
      id: line.id,
      thing,
      title,
      shape: { kind: 'line', line },
      height: 0,
      top: 0,
    })),
    ...corners,
    ...layout.cones.map(({ id, at, pole }): Feature => ({
      id,
      thing: 'cone',
      title: thingNamed('cone', id.replaceAll('-', ' ')),
      shape: { kind: 'spot', at },
      height: (pole ? POLE : CONE) / 2,
      top: pole ? POLE : CONE,
    })),
  ];
}

/** Whether a driver could line the two up at all: a point with a line or a cone, an edge with a spot. */
export const canMeet = ({ shape }: Candidate, feature: Feature): boolean =>
  shape.kind === 'edge' ? feature.shape.kind === 'spot' : feature.shape.kind === 'line' || feature.top > 0;

/** How a candidate and a feature lie to each other for an eye; null: the candidate isn't in the mirror. */
export function besideOf({ shape, mirror }: Candidate, feature: Feature, viewer: Viewer): Beside | null {
  const { eye } = viewer;
  if (shape.kind === 'edge')
    return mirror
      ? besideMirrored(mirror, viewer, shape.ends, feature.height)
      : besideEdge(eye, shape.ends, feature.height);
  const from = mirror ? reflectionOf(mirror, eye, shape.at) : eye;
  if (!from) return null;
  return feature.shape.kind === 'line' ? besideLine(from, shape.at) : besideCone(from, shape.at, feature.top);
}

/** A cone beside the line of sight past a point. */
const besideCone = (from: Point, past: Point, top: number): Beside => {
  const [px, py, pz] = minus(past, from);
  const reach = Math.hypot(px, py);
  return ([x, y]) => {
    const [dx, dy] = [x - from[0], y - from[1]];
    const far = Math.hypot(dx, dy);
    if (px * dx + py * dy <= 0 || far < LEAST || far > MOST) return NaN;
    const height = from[2] + (pz * far) / reach;
    return height < 0 || height > top ? NaN : Math.atan2(px * dy - py * dx, px * dx + py * dy);
  };
};

/** A line on the ground beside the place where the line of sight past a point meets the ground. */
function besideLine(from: Point, past: Point): Beside | null {
  const ground = groundOf(from, past);
  if (!ground) return null;
  const [gx, gy] = ground;
  const far = Math.hypot(gx - from[0], gy - from[1], from[2]);
  return ([ax, ay, bx, by]) => {
    const [dx, dy] = [bx - ax, by - ay];
    const long = Math.hypot(dx, dy);
    const share = ((gx - ax) * dx + (gy - ay) * dy) / long;
    return share < 0 || share > long ? NaN : Math.atan2((dx * (gy - ay) - dy * (gx - ax)) / long, far);
  };
}

/** Where a line of sight meets the ground that a driver can judge. */
function groundOf(from: Point, past: Point): Spot | null {
  const way = minus(past, from);
  if (way[2] >= -1e-3) return null;
  const ground = along(from, way, -from[2] / way[2]);
  const far = Math.hypot(ground[0] - from[0], ground[1] - from[1]);
  return far < LEAST || far > MOST ? null : [ground[0], ground[1]];
}

/** A spot beside an edge: its angle from the plane through the eye and the edge, between the edge's two ends. */
function besideEdge(eye: Point, [a, b]: readonly [Point, Point], height: number): Beside {
  const [da, db] = [minus(a, eye), minus(b, eye)];
  const across = cross(da, db);
  const size = Math.hypot(...across);
  if (size < 1e-6) return () => NaN;
  const normal = unit(across);
  const [least, most] = [cross(normal, da), cross(db, normal)];
  return ([x, y]) => {
    const [dx, dy, dz] = [x - eye[0], y - eye[1], height - eye[2]];
    if (dx * least[0] + dy * least[1] + dz * least[2] < 0) return NaN;
    if (dx * most[0] + dy * most[1] + dz * most[2] < 0) return NaN;
    const squared = dx * dx + dy * dy;
    if (squared < LEAST * LEAST || squared > MOST * MOST) return NaN;
    return Math.asin((dx * normal[0] + dy * normal[1] + dz * normal[2]) / Math.sqrt(squared + dz * dz));
  };
}

/** The same in a mirror: in the picture on its glass, as an angle at the eye. */
function besideMirrored(
  mirror: Mirror,
  { eye, place }: Viewer,
  ends: readonly [Point, Point],
  height: number,
): Beside | null {
  const [a, b] = [placeIn(mirror, eye, ends[0]), placeIn(mirror, eye, ends[1])];
  if (!a || !b || !(a.within || b.within)) return null;
  const [dx, dy] = [b.u - a.u, b.v - a.v];
  const long = Math.hypot(dx, dy);
  const far = Math.hypot(...minus(eye, mirror.centre));
  if (long < 1e-6) return null;
  return (own) => {
    const away = Math.hypot(own[0] - mirror.centre[0], own[1] - mirror.centre[1]);
    if (away < LEAST || away > MOST) return NaN;
    const at = place(mirror, own, height);
    if (!at) return NaN;
    const share = ((at.u - a.u) * dx + (at.v - a.v) * dy) / long;
    if (share < 0 || share > long) return NaN;
    return Math.atan2((dx * (at.v - a.v) - dy * (at.u - a.u)) / long, far);
  };
}

/** Whether the spot of a feature, on either side of the meeting, is once seen and once hidden by the panel alone. */
export type Sighted = 'covers' | 'hides' | 'shows';

/**
 * What the driver sees of a meeting: the part covers the line or cone, or the panel hides the spot from then on, or
 * shows it; null where something else hides it.
 */
export function sighted(
  { shape, mirror }: Candidate,
  feature: Feature,
  before: Lookout,
  after: Lookout,
): Sighted | null {
  const { eye } = before;
  if (shape.kind === 'point') {
    const from = mirror ? reflectionOf(mirror, eye, shape.at) : eye;
    if (!from || (mirror && !before.free(eye, from))) return null;
    const ground = groundOf(from, shape.at);
    const to =
      feature.shape.kind === 'line'
        ? ground && ([...ground, 0] as const)
        : conePoint(from, shape.at, before.from(feature.shape.at, 0));
    return to && before.free(from, to) ? 'covers' : null;
  }
  if (feature.shape.kind !== 'spot') return null;
  const spot = feature.shape.at;
  const panel = shape.panel;
  const look = (out: Lookout): 'free' | 'hidden' | null => {
    const point = out.from(spot, feature.height);
    const from = mirror ? reflectionOf(mirror, eye, point) : eye;
    if (!from || !out.free(from, point, panel.id)) return null;
    if (mirror && !out.free(eye, from)) return null;
    return stands(panel.outline, from, point) ? 'hidden' : 'free';
  };
  const [one, other] = [look(before), look(after)];
  if (one === null || other === null || one === other) return null;
  return one === 'free' ? 'hides' : 'shows';
}

/** Where the line of sight past a point meets a cone. */
function conePoint(from: Point, past: Point, [x, y]: Point): Point {
  const reach = Math.hypot(past[0] - from[0], past[1] - from[1]);
  const far = Math.hypot(x - from[0], y - from[1]);
  return [x, y, from[2] + ((past[2] - from[2]) * far) / reach];
}

/** From where a candidate is looked past, on the ground, and what it meets there: for the plan, in the vehicle's frame. */
export function sightLine(
  candidate: Candidate,
  feature: Feature,
  eye: Point,
  spot: Spot,
): readonly [Spot, Spot] {
  const { shape, mirror } = candidate;
  const from = mirror?.centre ?? eye;
  const past = shape.kind === 'point' ? (mirror ? reflectionOf(mirror, eye, shape.at) : eye) : null;
  const ground =
    past && shape.kind === 'point' && feature.shape.kind === 'line' ? groundOf(past, shape.at) : null;
  return [[from[0], from[1]], ground ?? spot];
}
