import { randomUUID } from 'node:crypto';
import type { YardView } from '../../contract';
import type { Standard } from '../../core/standard';
import {
  findPlan,
  judgeRun,
  layOut,
  sampleAt,
  simulate,
  UNWATCHED,
  withFigures,
  type Course,
  type Run,
  type Sample,
  type YardVehicle,
} from '../../core/yard';
import { keepPractice, keepYardFile, type Database } from '../store';

const DAY = 86_400_000;
/** So much too late, in seconds, a learner turns the wheel on the first tries (invented). */
const LATE = [1.1, 0.7, 0] as const;

interface Seeded {
  readonly learner: string;
  readonly instructor: string;
  readonly vehicle: { readonly id: string; readonly name: string };
  readonly standard: Standard;
  readonly today: Date;
  readonly zone: string;
  readonly ids: readonly string[];
}

/** A car that was measured, a bay of the school's own, and three runs of a learner in it (all invented). */
export async function seedYard(db: Database, yard: Omit<YardView, 'own'>, seeded: Seeded): Promise<void> {
  const { learner, instructor, vehicle: car, standard, today, zone, ids } = seeded;
  const hatchback = yard.vehicles.find(({ id }) => id === 'small-hatchback');
  const bay = yard.courses.find(({ id }) => id === 'garage-bay');
  if (!hatchback || !bay) throw new Error('what the demo’s yard is made from doesn’t ship');
  const vehicle = withFigures(hatchback, 'school-car', {
    ...hatchback,
    title: car.name,
    wheelbase: 2.56,
    frontOverhang: 0.81,
    rearOverhang: 0.66,
    width: 1.74,
    widthOverMirrors: 1.99,
    turningCircle: 10.4,
  });
  const course: Course = {
    ...bay,
    id: 'station-yard-bay',
    title: 'Station yard bay',
    movements: 3,
  };
  await keepYardFile(db, { kind: 'vehicle', of: car.id, revision: null }, vehicle);
  await keepYardFile(db, { kind: 'course', of: null, revision: null }, course);
  const layout = layOut(course, vehicle);
  const plan = layout.ok ? findPlan(vehicle, layout.value, {}, UNWATCHED) : null;
  if (!plan) throw new Error('the demo’s bay can’t be driven');
  for (const [n, late] of LATE.entries()) {
    const run: Run = { course, vehicle, settings: {}, path: turnedLate(vehicle, plan.path, late) };
    const day = new Date(today.getTime() - (9 - 3 * n) * DAY).toISOString().slice(0, 10);
    const startedAt = `${day}T15:20:00.000Z`;
    const judged = judgeRun(standard, run, { startedAt, device: 'yard', newId: randomUUID });
    if (!judged.ok) throw new Error('the demo’s run can’t be marked');
    const kept = { learner, standard, startedAt, zone };
    await keepPractice(db, ids[n] ?? randomUUID(), instructor, kept, run, judged.value, standard.title);
  }
}

/** The planned way, but the wheel is turned so many seconds too late. */
function turnedLate(vehicle: YardVehicle, path: readonly Sample[], late: number): readonly Sample[] {
  const [start] = path;
  if (!start || late === 0) return path;
  return simulate(vehicle, {
    start,
    controls: path.map(({ t, v }) => ({ t, v, steer: sampleAt(path, t - late)?.steer ?? 0 })),
  });
}
