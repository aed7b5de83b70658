import { failed, parsed, type Parsed, type Problem } from '../problems';
import type { Course, CourseRegion } from './course';
import { lengthIn, type Length, type Sizes } from './length';
import { problem } from './problems';
import type { LaidParameter, Layout, Region, Settings, Spot } from './model';
import { placed } from './bodies';
import { posesIn } from './region';
import { surveyOf } from './survey';
import { combination, type YardVehicle } from './vehicle';

/** Radius of the foot of a cone, in metres (common practice: cones of 50 to 75 cm stand on 28 to 38 cm). */
const CONE_RADIUS = 0.15;

const radians = (degrees: number): number => (degrees * Math.PI) / 180;

/** Lays a course out for a vehicle; a setting that the course doesn't have, or doesn't allow, is a problem. */
export function layOut(course: Course, vehicle: YardVehicle, settings: Settings = {}): Parsed<Layout> {
  const bare = sizesOf(vehicle, []);
  const parameters = course.parameters.map((one): LaidParameter => {
    const usual = lengthIn(bare, one.default);
    const [least, most] = [lengthIn(bare, one.least), lengthIn(bare, one.most)];
    return {
      id: one.id,
      title: one.title,
      unit: one.unit,
      usual,
      least,
      most,
      value: settings[one.id] ?? usual,
    };
  });
  const problems = settingProblems(parameters, settings);
  if (problems.length > 0) return failed(problems);
  const sizes = sizesOf(vehicle, parameters);
  const frames = framesOf(course, sizes);
  const at = (frame: string | undefined, [x, y]: readonly [Length, Length]): Spot =>
    inFrame(frames(frame), [lengthIn(sizes, x), lengthIn(sizes, y)]);
  const segments = (list: 'lines' | 'kerbs' | 'walls' | 'guides') =>
    course[list].map(({ id, frame, from, to }) => ({ id, from: at(frame, from), to: at(frame, to) }));
  const region = (one: CourseRegion): Region => {
    const { origin, turn } = frames(one.frame);
    return {
      of: one.of,
      origin,
      turn,
      x: [lengthIn(sizes, one.x[0]), lengthIn(sizes, one.x[1])],
      y: [lengthIn(sizes, one.y[0]), lengthIn(sizes, one.y[1])],
      heading: turn + radians(lengthIn(sizes, one.heading)),
      within: radians(one.within),
      straight: one.straight === undefined ? null : radians(one.straight),
    };
  };
  const layout: Layout = {
    id: course.id,
    version: course.version,
    title: course.title,
    parameters,
    lines: segments('lines'),
    kerbs: segments('kerbs'),
    walls: segments('walls'),
    guides: segments('guides'),
    cones: course.cones.map(({ id, frame, at: spot, pole }) => ({
      id,
      at: at(frame, spot),
      pole,
      radius: CONE_RADIUS,
    })),
    start: region(course.start),
    stages: course.stages.map(({ id, say, gear, goal, pace }) => ({
      id,
      say,
      gear,
      goal: region(goal),
      pace: pace ?? null,
    })),
    movements: course.movements,
    shunts: course.shunts,
  };
  const wrong = [...layoutProblems(layout), ...startProblems(vehicle, layout)];
  return wrong.length > 0 ? failed(wrong) : parsed(layout);
}

/** What lengths depend on once the parameters have their values. */
export const sizesOf = (
  vehicle: YardVehicle,
  parameters: readonly Pick<LaidParameter, 'id' | 'value'>[],
): Sizes => ({
  ...combination(vehicle),
  parameters: Object.fromEntries(parameters.map(({ id, value }) => [id, value])),
});

export interface Frame {
  readonly origin: Spot;
  readonly turn: number;
}

const inFrame = ({ origin: [x, y], turn }: Frame, spot: Spot): Spot => placed({ x, y, heading: turn }, spot);

/** The frames of a course; the ground itself where none is named. */
export function framesOf(course: Course, sizes: Sizes): (id: string | undefined) => Frame {
  const known = new Map(
    course.frames.map(({ id, at: [x, y], turn }): [string, Frame] => [
      id,
      { origin: [lengthIn(sizes, x), lengthIn(sizes, y)], turn: radians(lengthIn(sizes, turn)) },
    ]),
  );
  return (id) => (id === undefined ? undefined : known.get(id)) ?? { origin: [0, 0], turn: 0 };
}

function settingProblems(parameters: readonly LaidParameter[], settings: Settings): readonly Problem[] {
  const known = parameters.map(({ id }) => id);
  return [
    ...Object.keys(settings).flatMap((id) =>
      known.includes(id) ? [] : [problem(`parameters.${id}`, 'no-parameter', { id, known })],
    ),
    ...parameters.flatMap(({ id, value, least, most, unit }) =>
      value < least - 1e-9 || value > most + 1e-9 || !Number.isFinite(value)
        ? [problem(`parameters.${id}`, 'out-of-bounds', { value, least, most, unit })]
        : [],
    ),
  ];
}

/** A start in which the vehicle stands in a wall or a cone wherever it stands. */
function startProblems(vehicle: YardVehicle, layout: Layout): readonly Problem[] {
  const survey = surveyOf(vehicle, layout);
  const nearest = posesIn(survey.bodies, layout.start).map((pose) =>
    survey
      .solids(pose)
      .reduce((least, one) => (one.metres < least.metres ? one : least), { metres: Infinity, of: '' }),
  );
  const best = nearest.reduce((most, one) => (one.metres > most.metres ? one : most));
  return best.metres < 0 ? [problem('start', 'start-blocked', { of: best.of })] : [];
}

/** What no vehicle could drive: lines without length, boxes turned inside out. */
function layoutProblems(layout: Layout): readonly Problem[] {
  const box = (path: string, { x, y }: Region): readonly Problem[] =>
    x[0] > x[1] + 1e-9 || y[0] > y[1] + 1e-9 ? [problem(path, 'empty-box')] : [];
  return [
    ...(['lines', 'kerbs', 'walls', 'guides'] as const).flatMap((list) =>
      layout[list].flatMap(({ from, to }, n) =>
        Math.hypot(to[0] - from[0], to[1] - from[1]) < 0.01 ? [problem(`${list}[${n}]`, 'no-length')] : [],
      ),
    ),
    ...box('start', layout.start),
    ...layout.stages.flatMap(({ goal }, n) => box(`stages[${n}].goal`, goal)),
  ];
}
