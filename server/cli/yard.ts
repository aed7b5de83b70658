import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { randomUUID } from 'node:crypto';
import { headerOf, writeLog } from '../../core/marking';
import type { Parsed } from '../../core/problems';
import { MAX_STANDARD_LENGTH, readStandard } from '../../core/standard';
import {
  answerFile,
  answerPlan,
  CAUTION,
  followRun,
  layOut,
  markRun,
  momentWords,
  MAX_COURSE_LENGTH,
  MAX_PATH_LENGTH,
  MAX_VEHICLE_LENGTH,
  readControls,
  readCourse,
  readPath,
  readYardVehicle,
  seated,
  seen,
  setOut,
  sightingMarks,
  simulate,
  UNWATCHED,
  whyNot,
  type Course,
  type Sample,
  type SetOut,
  type Settings,
  type Spot,
  type YardVehicle,
} from '../../core/yard';
import { problem } from './problems';
import { done, problemsOf, readWith, refused, type Outcome } from './io';

/** Characters that a file of controls may have. */
const MOST_CONTROLS_TEXT = 20_000_000;

/** The file of what ships under this id, or the file itself. */
function shippedFile(root: string, folder: 'vehicles' | 'courses', kind: string, given: string): string {
  const shipped = join(root, 'data', folder, `${given}.${kind}.json`);
  return /^[a-z0-9-]+$/.test(given) && existsSync(shipped) ? shipped : given;
}

const readVehicle = (root: string, given: string): Parsed<YardVehicle> =>
  readWith(shippedFile(root, 'vehicles', 'vehicle', given), MAX_VEHICLE_LENGTH, readYardVehicle);

/** Drives a vehicle by a file of controls and prints where it went. */
export function simulateYard(
  root: string,
  {
    vehicle: given,
    controls: file,
    text,
  }: { readonly vehicle: string; readonly controls: string; readonly text: boolean },
): Outcome {
  const vehicle = readVehicle(root, given);
  if (!vehicle.ok) return refused(problemsOf(given, vehicle));
  const controls = readWith(file, MOST_CONTROLS_TEXT, (read) => readControls(vehicle.value, read));
  if (!controls.ok) return refused(problemsOf(file, controls));
  const path = simulate(vehicle.value, controls.value);
  return done(text ? path.map(sampleText).join('') : `${JSON.stringify({ path })}\n`);
}

const degrees = (radians: number): string => `${((radians * 180) / Math.PI).toFixed(1)}°`;

const sampleText = ({ t, x, y, heading, hitch }: Sample): string =>
  `${t.toFixed(1)} s: ${x.toFixed(2)} m, ${y.toFixed(2)} m, heading ${degrees(heading)}${hitch === null ? '' : `, trailer ${degrees(hitch)}`}\n`;

/** A vehicle and a course, as every command after `simulate` takes them. */
export interface Asked {
  readonly course: string;
  readonly vehicle: string;
  readonly set: Settings;
  readonly text: boolean;
}

/** Reads both, and lists what is wrong with either. */
function readBoth(
  root: string,
  { course: givenCourse, vehicle: givenVehicle }: Asked,
):
  | { readonly ok: true; readonly course: Course; readonly vehicle: YardVehicle }
  | { readonly ok: false; readonly out: Outcome } {
  const vehicle = readVehicle(root, givenVehicle);
  const course = readWith(shippedFile(root, 'courses', 'course', givenCourse), MAX_COURSE_LENGTH, readCourse);
  if (vehicle.ok && course.ok) return { ok: true, course: course.value, vehicle: vehicle.value };
  return {
    ok: false,
    out: refused([...problemsOf(givenVehicle, vehicle), ...problemsOf(givenCourse, course)]),
  };
}

/** Plans a course; that there is no way is an answer too. */
export function planYard(
  root: string,
  asked: Asked & { readonly movements?: number; readonly shunts?: number; readonly seed?: number },
): Outcome {
  const both = readBoth(root, asked);
  if (!both.ok) return both.out;
  const { movements, shunts, seed } = asked;
  const limits = {
    ...(movements === undefined ? {} : { movements }),
    ...(shunts === undefined ? {} : { shunts }),
    ...(seed === undefined ? {} : { seed }),
  };
  const answer = answerPlan(both.course, both.vehicle, asked.set, limits, UNWATCHED);
  if (!answer.ok) return refused(problemsOf(asked.course, answer));
  if (!asked.text) return done(`${JSON.stringify(answerFile(answer.value, both.vehicle))}\n`);
  if (!answer.value.feasible) return done(`${whyNot(answer.value)}\n`);
  const { stages, movements: used, clearance } = answer.value.plan;
  return done(
    [
      ...stages.map(({ say, from, to }) => `${from.toFixed(1)} to ${to.toFixed(1)} s: ${say}\n`),
      `${used} movement${used === 1 ? '' : 's'}, nearest to ${clearance.of}: ${clearance.metres.toFixed(2)} m\n`,
      `${CAUTION}\n`,
    ].join(''),
  );
}

/** A driver whose eye isn't where the vehicle's file has it. */
interface WithEye {
  readonly eye?: readonly [x: number, y: number, z: number] | undefined;
}

const seatedAt = (vehicle: YardVehicle, { eye }: WithEye): YardVehicle =>
  eye ? seated(vehicle, { eye, turns: {} }) : vehicle;

/** What the driver sees of a course's cones from a pose. */
export function seeYard(
  root: string,
  asked: Asked &
    WithEye & { readonly at: readonly [x: number, y: number, heading: number, hitch: number | null] },
): Outcome {
  const both = readBoth(root, asked);
  if (!both.ok) return both.out;
  const { course } = both;
  const vehicle = seatedAt(both.vehicle, asked);
  const layout = layOut(course, vehicle, asked.set);
  if (!layout.ok) return refused(problemsOf(asked.course, layout));
  const [x, y, heading, hitch] = asked.at;
  if (hitch !== null && !vehicle.trailer)
    return refused([{ file: '--at', problem: problem('', 'no-trailer') }]);
  const own = vehicle.trailer ? (hitch ?? 0) : null;
  const told = seen(vehicle, layout.value, { x, y, heading, hitch: own });
  if (!asked.text) return done(`${JSON.stringify(told)}\n`);
  const list = (ids: readonly string[]): string => (ids.length === 0 ? 'nothing' : ids.join(', '));
  return done(
    [
      `Through the windows: ${list(told.direct)}\n`,
      ...vehicle.mirrors.map(({ id, title }) => `In the ${title}: ${list(told.mirrors[id] ?? [])}\n`),
      `Not seen: ${list(told.hidden)}\n`,
    ].join(''),
  );
}

/** What lines up for the driver at each steering change and stop of a plan. */
export function marksYard(root: string, asked: Asked & WithEye): Outcome {
  const both = readBoth(root, asked);
  if (!both.ok) return both.out;
  const { course, vehicle } = both;
  const answer = answerPlan(course, vehicle, asked.set, {}, UNWATCHED);
  if (!answer.ok) return refused(problemsOf(asked.course, answer));
  if (!answer.value.feasible)
    return done(
      asked.text ? `${whyNot(answer.value)}\n` : `${JSON.stringify(answerFile(answer.value, vehicle))}\n`,
    );
  const moments = sightingMarks(seatedAt(vehicle, asked), answer.value.layout, answer.value.plan);
  if (asked.text)
    return done(
      [...moments.map((moment) => `${moment.stage}.\n  ${momentWords(moment)}\n`), `${CAUTION}\n`].join(''),
    );
  const marks = moments.map(({ stage, pose, turn, mark }) => ({
    stage,
    pose,
    turn,
    part: mark?.part ?? null,
    covers: mark?.covers ?? null,
    kind: mark?.kind ?? null,
    mirror: mark?.mirror ?? null,
    then: mark?.then ?? null,
    error: mark?.error ?? null,
  }));
  return done(`${JSON.stringify({ marks })}\n`);
}

/** Tape distances, diagonals, counts and area of a course. */
export function setOutYard(root: string, asked: Asked & { readonly from: readonly Spot[] }): Outcome {
  const both = readBoth(root, asked);
  if (!both.ok) return both.out;
  const layout = layOut(both.course, both.vehicle, asked.set);
  if (!layout.ok) return refused(problemsOf(asked.course, layout));
  const [a, b] = asked.from;
  if (
    asked.from.length !== 0 &&
    (asked.from.length !== 2 || !a || !b || Math.hypot(a[0] - b[0], a[1] - b[1]) < 0.5)
  )
    return refused([{ file: '--from', problem: problem('', 'two-base-points') }]);
  const sheet = a && b ? setOut(layout.value, [a, b]) : setOut(layout.value);
  if (asked.text) return done(sheetText(sheet));
  const { points, diagonals, counts, area, base } = sheet;
  return done(`${JSON.stringify({ base, points, diagonals, counts, area })}\n`);
}

const metres = (value: number): string => `${value.toFixed(2)} m`;

const sheetText = ({ base, points, diagonals, counts, area }: SetOut): string =>
  [
    `Base points at ${base.map(([x, y]) => `${x.toFixed(2)}, ${y.toFixed(2)}`).join(' and ')}\n`,
    ...points.map(
      ({ id, tapes, error }) =>
        `${id}: ${metres(tapes[0])} and ${metres(tapes[1])}, within ${(error * 100).toFixed(0)} cm\n`,
    ),
    ...diagonals.map(({ from, to, metres: long }) => `Diagonal ${from} to ${to}: ${metres(long)}\n`),
    `${counts.cones} cones, ${counts.poles} of them with a pole; ${metres(counts.lineMetres)} of line\n`,
    `Area ${metres(area.width)} by ${metres(area.length)}\n`,
    `${CAUTION}\n`,
  ].join('');

/** Marks a path under a standard and prints the log. */
export function markYard(
  root: string,
  asked: Asked & { readonly path: string; readonly standard: string },
): Outcome {
  const both = readBoth(root, asked);
  if (!both.ok) return both.out;
  const { course, vehicle } = both;
  const layout = layOut(course, vehicle, asked.set);
  const path = readWith(asked.path, MAX_PATH_LENGTH, (text) => readPath(vehicle, text));
  const standard = readWith(asked.standard, MAX_STANDARD_LENGTH, readStandard);
  if (!layout.ok || !path.ok || !standard.ok)
    return refused([
      ...problemsOf(asked.course, layout),
      ...problemsOf(asked.path, path),
      ...problemsOf(asked.standard, standard),
    ]);
  const startedAt = new Date().toISOString();
  const events = markRun(standard.value, course, followRun(vehicle, layout.value, path.value, true), {
    startedAt,
    device: 'yard',
    newId: randomUUID,
  });
  if (!events.ok) return refused(problemsOf(asked.standard, events));
  const { id, version } = standard.value;
  const header = headerOf({
    id: randomUUID(),
    standard: { id, version },
    learner: { id: 'yard' },
    retest: false,
    startedAt,
    zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
  });
  return done(writeLog({ header, events: events.value }));
}
