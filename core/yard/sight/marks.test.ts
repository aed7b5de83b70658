import { describe, expect, it } from '@jest/globals';
import { laid, vehicleIds, vehicleOf } from '../../testing/yard';
import { findPlan, type Layout, type Plan, type Sample, type YardVehicle } from '..';
import { sampleAt } from '../simulate';
import { momentWords, sightingMarks, type Mark, type MarkError, type Moment } from './marks';
import { candidatesOf, featuresOf } from './meet';
import { reflectionOf, seated } from './mirror';
import { lookout, type Lookout } from './see';
import { along, cross, dot, minus, unit, type Point } from './space';

const car = vehicleOf('small-hatchback');

const marked = (course: string, vehicle: YardVehicle) => {
  const layout = laid(course, vehicle);
  const plan = findPlan(vehicle, layout);
  if (!plan) throw new Error(`no plan for ${course}`);
  return { layout, plan, moments: sightingMarks(vehicle, layout, plan) };
};

/** The way round a moment by small steps of time: metres from it, and the pose. */
function walked({ path }: Plan, t: number): readonly { readonly s: number; readonly pose: Sample }[] {
  const step = (seconds: number) => {
    const way: { s: number; pose: Sample }[] = [];
    let [at, s] = [t, 0];
    for (let n = 0; n < 400; n += 1) {
      const [a, b] = [sampleAt(path, at), sampleAt(path, at + seconds)];
      if (!a || !b || at + seconds < 0) break;
      s += Math.sign(seconds) * Math.hypot(b.x - a.x, b.y - a.y);
      at += seconds;
      way.push({ s, pose: b });
    }
    return way;
  };
  const here = sampleAt(path, t);
  return [...step(-0.005).toReversed(), ...(here ? [{ s: 0, pose: here }] : []), ...step(0.005)];
}

/** What the mark is made of, by its ids. */
function made(vehicle: YardVehicle, layout: Layout, mark: Mark) {
  const candidate = candidatesOf(vehicle).find(
    ({ id, mirror }) => id === mark.part && (mirror?.id ?? null) === mark.mirror,
  );
  const feature = featuresOf(layout).find(({ id, thing }) => id === mark.covers && thing === mark.thing);
  if (!candidate || !feature) throw new Error(`${mark.part} ${mark.covers}`);
  return { candidate, feature };
}

/**
 * The angle between what is seen and the part, in degrees with a side, worked out another way than the program does:
 * from directions in space, for marks without a mirror.
 */
function angle({ candidate: { shape }, feature }: ReturnType<typeof made>, eye: Point, out: Lookout): number {
  const degrees = 180 / Math.PI;
  if (shape.kind === 'edge' && feature.shape.kind === 'spot') {
    const [a, b] = shape.ends;
    const normal = unit(cross(minus(a, eye), minus(b, eye)));
    return Math.asin(dot(normal, unit(minus(out.from(feature.shape.at, feature.height), eye)))) * degrees;
  }
  if (shape.kind !== 'point') throw new Error('a line with an edge');
  const way = unit(minus(shape.at, eye));
  if (feature.shape.kind === 'spot') {
    // Turned about the upright: to the left above 0.
    const to = minus(out.from(feature.shape.at, 0), eye);
    return (Math.atan2(to[1], to[0]) - Math.atan2(way[1], way[0])) * degrees;
  }
  const { from, to } = feature.shape.line;
  const normal = unit(cross(minus(out.from(from, 0), eye), minus(out.from(to, 0), eye)));
  return Math.asin(dot(normal, way)) * degrees;
}

const shifts: Readonly<Record<keyof MarkError, Point>> = {
  eyeHigher3cm: [0, 0, 0.03],
  eyeBack5cm: [-0.05, 0, 0],
  eyeAside3cm: [0, 0.03, 0],
};

/** Metres from the moment at which an angle is 0, nearest to a place. */
function meets(
  way: ReturnType<typeof walked>,
  value: (pose: Sample) => number,
  near: number,
): { readonly s: number; readonly rate: number } | null {
  let best: { readonly s: number; readonly rate: number } | null = null;
  for (const [n, one] of way.entries()) {
    const next = way[n + 1];
    if (!next || next.s === one.s || Math.abs(one.s - near) > 0.6) continue;
    const [a, b] = [value(one.pose), value(next.pose)];
    if (a > 0 === b > 0) continue;
    const s = one.s + ((next.s - one.s) * a) / (a - b);
    if (!best || Math.abs(s - near) < Math.abs(best.s - near))
      best = { s, rate: Math.abs((b - a) / (next.s - one.s)) };
  }
  return best;
}

const courses = ['alley-dock-left', 'turn-in-the-road', 'parallel-bay'] as const;
const all = courses.map((course) => ({ course, ...marked(course, car) }));
const marksOf = (moments: readonly Moment[]) =>
  moments.flatMap((moment) => (moment.mark ? [{ moment, mark: moment.mark }] : []));

describe('sighting marks', () => {
  it('are given for every steering change and stop, or it is said that there is none', () => {
    for (const { plan, moments } of all) {
      expect(moments).toHaveLength(plan.stages.length);
      expect(moments.at(-1)?.turn).toBe('stop');
      for (const moment of moments)
        expect(momentWords(moment)).toMatch(
          moment.mark
            ? /^(Turn|Stop|Straighten).* when.* (covers|meets|goes out of sight|comes into sight).*\. Within \d+ cm\.$/
            : /: no good mark here\.$/,
        );
    }
    expect(marksOf(all.flatMap(({ moments }) => moments)).length).toBeGreaterThan(2);
  });

  it('line up where they say, move as fast and are as sensitive: against finite differences of the path', () => {
    let tried = 0;
    for (const { layout, plan, moments } of all)
      for (const { moment, mark } of marksOf(moments)) {
        if (mark.kind !== 'direct') continue;
        tried += 1;
        const way = walked(plan, moment.t);
        const pair = made(car, layout, mark);
        const at = (eye: Point, near: number) =>
          meets(way, (pose) => angle(pair, eye, lookout(car, layout, pose)), near);
        const own = at(car.eye, -mark.then);
        expect(own?.s).toBeCloseTo(-mark.then, 2);
        // A line is told by its distance, so its angle at the eye is a little smaller than that of the ground.
        if (pair.feature.shape.kind === 'spot') expect((own?.rate ?? 0) / mark.rate).toBeCloseTo(1, 1);
        for (const key of Object.keys(shifts) as (keyof MarkError)[]) {
          const moved = at(along(car.eye, shifts[key], 1), -mark.then + mark.error[key]);
          expect((moved?.s ?? NaN) + mark.then).toBeCloseTo(mark.error[key], 2);
        }
      }
    expect(tried).toBeGreaterThan(2);
  });

  it('are seen: what goes out of sight is seen before and hidden after, what comes into sight the other way round', () => {
    for (const { layout, plan, moments } of all)
      for (const { moment, mark } of marksOf(moments)) {
        if (mark.how === 'covers') continue;
        const { feature } = made(car, layout, mark);
        if (feature.shape.kind !== 'spot') throw new Error('an edge hides spots only');
        const spot = feature.shape.at;
        const look = (off: number): boolean => {
          const pose = walked(plan, moment.t).find(({ s }) => s >= -mark.then + off)?.pose;
          if (!pose) throw new Error('no way');
          const out = lookout(car, layout, pose);
          const point = out.from(spot, feature.height);
          const { direct, mirrors } = out.sight(point);
          return mark.mirror === null ? direct : mirrors.includes(mark.mirror);
        };
        expect([mark.how, look(-0.09), look(0.09)]).toEqual([
          mark.how,
          mark.how === 'hides',
          mark.how === 'shows',
        ]);
      }
  });

  it('are good ones: off by 25 cm at most, moving at 2° a metre, half a metre early at most', () => {
    for (const id of vehicleIds) {
      const layout = laid('garage-bay', vehicleOf(id));
      const plan = findPlan(vehicleOf(id), layout);
      if (!plan) continue;
      for (const { mark } of marksOf(sightingMarks(vehicleOf(id), layout, plan))) {
        for (const one of Object.values(mark.error)) expect(Math.abs(one)).toBeLessThanOrEqual(0.25);
        expect(mark.rate).toBeGreaterThanOrEqual(2);
        expect(mark.then).toBeLessThanOrEqual(0.5);
      }
    }
  });

  it('are other ones for a driver who sits elsewhere, and for another car', () => {
    const told = (moments: readonly Moment[]) =>
      moments.map(({ mark }) => mark && `${mark.part} ${mark.covers} ${mark.then.toFixed(2)}`);
    const own = told(all[0]?.moments ?? []);
    const tall = { ...car, eye: [car.eye[0] - 0.1, car.eye[1], car.eye[2] + 0.12] as const };
    expect(told(marked('alley-dock-left', tall).moments)).not.toEqual(own);
    expect(told(marked('alley-dock-left', vehicleOf('saloon')).moments)).not.toEqual(own);
  });

  it('are those of the worked example of docs/yard.md, which is done by hand', () => {
    const van = { ...vehicleOf('van'), mirrors: [], parts: [] };
    // Straight back; at 4 s the van stands at the origin, a cone 3.50 m to its right and 0.894 m behind its axle.
    const path = Array.from({ length: 161 }, (_, n): Sample => ({
      t: n * 0.05,
      x: 0.5 * (4 - n * 0.05),
      y: 0,
      heading: 0,
      hitch: null,
      steer: 0,
      v: -0.5,
    }));
    const layout: Layout = {
      ...laid('garage-bay', van),
      lines: [],
      kerbs: [],
      walls: [],
      guides: [],
      cones: [{ id: 'cone', at: [-0.894, -3.5], pole: false, radius: 0.15 }],
    };
    const plan: Plan = {
      path,
      movements: 1,
      shunts: 0,
      clearance: { metres: 1, of: 'cone' },
      stages: [{ say: 'Reverse', from: 0, to: 4, gear: 'reverse', wheel: 'straight' }],
    };
    const [moment] = sightingMarks(van, layout, plan);
    expect(moment?.mark).toMatchObject({ part: expect.stringMatching(/^right-side-wall/), how: 'shows' });
    const { then, rate, error } = moment?.mark ?? { then: NaN, rate: NaN, error: {} };
    expect(then).toBeCloseTo(0, 2);
    expect(rate).toBeCloseTo(8.47, 1);
    expect(error).toEqual({
      eyeHigher3cm: expect.closeTo(0, 2),
      eyeBack5cm: expect.closeTo(0.24, 2),
      eyeAside3cm: expect.closeTo(0.144, 2),
    });
  });

  it('have the rear tyre in a mirror once it is turned down far enough, and never a mirror in itself', () => {
    const tyre = (vehicle: YardVehicle): boolean => {
      const found = candidatesOf(vehicle).find(
        ({ id, mirror }) => id === 'left-rear-tyre' && mirror?.id === 'left',
      );
      if (found?.shape.kind !== 'point' || !found.mirror) throw new Error('no tyre');
      return reflectionOf(found.mirror, vehicle.eye, found.shape.at) !== null;
    };
    expect(tyre(car)).toBe(false);
    expect(tyre(seated(car, { eye: null, turns: { left: { out: 2, down: 25 } } }))).toBe(true);
    expect(
      candidatesOf(car).some(({ id, mirror }) => id === 'left-mirror-lower-edge' && mirror?.id === 'left'),
    ).toBe(false);
  });

  it('are never about a line’s end that is only where the course was cut off', () => {
    const ends = featuresOf(laid('garage-bay', car)).filter(({ thing }) => thing === 'corner');
    expect(ends.map(({ title }) => title).sort()).toEqual([
      'the corner of the line bay left and the line bay end',
      'the corner of the line bay left and the line edge left',
      'the corner of the line bay right and the line bay end',
      'the corner of the line bay right and the line edge right',
    ]);
  });
});
