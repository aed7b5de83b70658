import type { Point } from '../../geo';
import type { Random } from '../../random';
import type { Street } from './planar';
import type { streetNames } from './names';
import type { PlaceKind } from '../road';
import type { Tags } from '../osm';

type Name = ReturnType<typeof streetNames>;

/** Where a circle of traffic is put: streets are cut at its rim and lead into it. */
export interface Circle {
  readonly centre: Point;
  readonly radius: number;
}

/** A place that has a name. */
export interface Named {
  readonly name: string;
  readonly kind: PlaceKind;
  readonly at: Point;
}

/** Streets of a place, with what is put into them afterwards. */
export interface Drawn {
  readonly streets: readonly Street[];
  readonly circles: readonly Circle[];
  readonly minis: readonly Point[];
  readonly signals: readonly Point[];
  /** Its own name is given by the county; these are its estates. */
  readonly places: readonly Named[];
  /** Outer ends of the main roads, in order of their direction. */
  readonly gates: readonly Point[];
}

export const point = (centre: Point, angle: number, radius: number): Point => ({
  x: centre.x + radius * Math.sin(angle),
  y: centre.y + radius * Math.cos(angle),
});

const range = (from: number, to: number, step: number): number[] => {
  const values: number[] = [];
  for (let v = from; v < to - step / 3; v += step) values.push(v);
  return [...values, to];
};

/** A town: main roads out of a market place, an inner ring, a ring road, districts between, estates outside. */
export function town(
  random: Random,
  name: Name,
  { centre, scale, arms }: { readonly centre: Point; readonly scale: number; readonly arms: number },
): Drawn {
  const streets: Street[] = [];
  const start = random() * 2 * Math.PI;
  const bends = Array.from({ length: arms }, () => ({ by: 0.05 + 0.07 * random(), at: 6 * random() }));
  const wobble = [random() * 6, random() * 6];
  /** Direction of a main road at a distance from the middle: it bends a little. */
  const armAngle = (n: number, r: number): number => {
    const bend = bends[((n % arms) + arms) % arms] ?? { by: 0, at: 0 };
    return start + (2 * Math.PI * n) / arms + bend.by * Math.sin(r / (900 * scale) + bend.at);
  };
  const ringRadius = (angle: number): number =>
    scale * 1320 * (1 + 0.06 * Math.sin(3 * angle + (wobble[0] ?? 0)));
  const innerRadius = (angle: number): number =>
    scale * 330 * (1 + 0.1 * Math.sin(2 * angle + (wobble[1] ?? 0)));
  const edge = scale * 2350;

  const ring = (radius: (angle: number) => number, tags: Tags): Street => ({
    points: range(0, 2 * Math.PI, Math.PI / 28).map((angle) => point(centre, angle, radius(angle))),
    tags,
  });
  streets.push(
    ring(ringRadius, {
      highway: 'secondary',
      name: 'Ring Road',
      ref: 'B417',
      maxspeed: '40 mph',
      lit: 'yes',
    }),
  );
  streets.push(
    ring(innerRadius, { highway: 'tertiary', name: name('street'), maxspeed: '20 mph', lit: 'yes' }),
  );

  const gates: Point[] = [];
  for (let n = 0; n < arms; n += 1) {
    const along = (from: number, to: number) =>
      range(from, to, 70).map((r) => point(centre, armAngle(n, r), r));
    const main = n % 2 === 0 ? 'primary' : 'secondary';
    const ref = n % 2 === 0 ? `A44${n + 21}` : `B417${n + 1}`;
    const inner = innerRadius(armAngle(n, 330 * scale));
    const outer = ringRadius(armAngle(n, 1320 * scale));
    const called = n === 0 ? 'Market Street' : name('street');
    streets.push({
      points: along(70, inner),
      tags: { highway: 'tertiary', name: called, maxspeed: '20 mph', 'parking:both': 'lane' },
    });
    streets.push({
      points: along(inner, outer),
      tags: { highway: main, name: called, ref, maxspeed: '30 mph', lit: 'yes', lanes: '2' },
    });
    streets.push({
      points: along(outer, edge),
      tags: { highway: main, name: `${called.split(' ')[0]} Road`, ref, maxspeed: '40 mph' },
    });
    gates.push(point(centre, armAngle(n, edge), edge));
  }
  // The market place, round which one drives one way.
  streets.push({
    points: range(0, 2 * Math.PI, Math.PI / 6).map((angle) => point(centre, angle, 75)),
    tags: { highway: 'tertiary', name: 'Market Place', oneway: 'yes', maxspeed: '20 mph' },
  });

  const inside = (n: number, low: (a: number) => number, high: (a: number) => number) => (p: Point) => {
    const [dx, dy] = [p.x - centre.x, p.y - centre.y];
    const r = Math.hypot(dx, dy);
    const angle = Math.atan2(dx, dy);
    const turn = (a: number) => ((a % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI);
    const from = armAngle(n, r);
    const within = turn(angle - from) <= turn(armAngle(n + 1, r) - from);
    return within && r >= low(angle) && r <= high(angle);
  };
  for (let n = 0; n < arms; n += 1) {
    const middle = (armAngle(n, 800 * scale) + armAngle(n + 1, 800 * scale)) / 2;
    streets.push(
      ...grid(random, name, {
        centre,
        reach: 1450 * scale,
        inside: inside(n, innerRadius, ringRadius),
        tilt: middle + 0.5 * (random() - 0.5),
        gaps: [105 + 25 * random(), 190 + 60 * random()],
        kind: 'street',
      }),
    );
  }
  const circles = Array.from({ length: arms }, (_, n) => {
    const angle = armAngle(n, 1320 * scale);
    return { centre: point(centre, angle, ringRadius(angle)), radius: 20 + 6 * random() };
  });
  const signals = Array.from({ length: arms }, (_, n) => {
    const angle = armAngle(n, 330 * scale);
    return point(centre, angle, innerRadius(angle));
  });
  const minis: Point[] = [];
  const places: Named[] = [];
  for (let n = 0; n < arms; n += 1) {
    if (n === arms - 1) continue;
    const estate = estateBeyond(random, name, { centre, n, armAngle, ringRadius, scale });
    streets.push(...estate.streets);
    minis.push(...estate.minis);
    places.push({ name: estates[n] ?? `Estate ${n + 1}`, kind: 'suburb', at: estate.heart });
  }
  return { streets, circles, minis, signals, places, gates };
}

/** Names of the estates of a town (invented). */
const estates = ['Kiln Green', 'Larkrise', 'Foundry Park', 'Weir Side', 'Thorn Hill'] as const;

/** Houses outside the ring road: closes and ways behind one entrance, with a mini-roundabout where it divides. */
function estateBeyond(
  random: Random,
  name: Name,
  from: {
    readonly centre: Point;
    readonly n: number;
    readonly armAngle: (n: number, r: number) => number;
    readonly ringRadius: (angle: number) => number;
    readonly scale: number;
  },
): Pick<Drawn, 'streets' | 'minis'> & { readonly heart: Point } {
  const { centre, n, armAngle, ringRadius, scale } = from;
  const near = armAngle(n, 1700 * scale);
  const far = armAngle(n + 1, 1700 * scale);
  const middle = near + (far - near) * (0.4 + 0.2 * random());
  const gate = ringRadius(middle);
  const heart = point(centre, middle, gate + 330 * scale);
  const half = Math.min(380 * scale, ((far - near) / 2) * 1500 * scale - 90);
  const called = name('estate');
  const entrance = range(gate, gate + 330 * scale, 55).map((r) => point(centre, middle, r));
  return {
    heart,
    minis: [point(centre, middle, gate + 165 * scale), heart],
    streets: [
      { points: entrance, tags: { highway: 'residential', name: called, maxspeed: '30 mph', lit: 'yes' } },
      {
        points: range(-half, half, 45).map((u) => ({
          x: heart.x + u * Math.cos(middle) + 14 * Math.sin(u / 90),
          y: heart.y - u * Math.sin(middle) + 14 * Math.sin(u / 70),
        })),
        tags: { highway: 'residential', name: called, maxspeed: '20 mph', 'parking:both': 'lane' },
      },
      ...grid(random, name, {
        centre: heart,
        reach: half + 60,
        inside: (p) => {
          const [dx, dy] = [p.x - heart.x, p.y - heart.y];
          const u = dx * Math.cos(middle) - dy * Math.sin(middle);
          const v = dx * Math.sin(middle) + dy * Math.cos(middle);
          return Math.abs(u) < half && v > -120 * scale && v < 330 * scale;
        },
        tilt: middle + 0.3 * (random() - 0.5),
        gaps: [95 + 20 * random(), 210 + 40 * random()],
        kind: 'estate',
      }),
    ],
  };
}

interface Grid {
  readonly centre: Point;
  readonly reach: number;
  readonly inside: (point: Point) => boolean;
  readonly tilt: number;
  readonly gaps: readonly [number, number];
  readonly kind: 'street' | 'estate' | 'lane';
}

/** Streets in two directions as far as they lie inside: some end blind, some are broken, none is quite straight. */
export function grid(
  random: Random,
  name: Name,
  { centre, reach, inside, tilt, gaps, kind }: Grid,
): Street[] {
  const streets: Street[] = [];
  for (const [way, gap] of gaps.entries()) {
    const turned = tilt + (way * Math.PI) / 2;
    for (let off = -reach + gap * random(); off < reach; off += gap * (0.8 + 0.4 * random())) {
      const [bend, at] = [9 + 10 * random(), 6 * random()];
      const place = (u: number): Point => {
        const v = off + bend * Math.sin(u / 160 + at);
        return {
          x: centre.x + u * Math.sin(turned) + v * Math.cos(turned),
          y: centre.y + u * Math.cos(turned) - v * Math.sin(turned),
        };
      };
      let run: Point[] = [];
      const end = () => {
        const cut = kind === 'estate' && random() < 0.45 ? 4 : random() < 0.12 ? 3 : 0;
        const kept = cut > 0 && run.length > cut + 3 ? run.slice(0, -cut) : run;
        if (kept.length > 3)
          streets.push({ points: thinned(kept), tags: streetTags(random, name(kind), kind, way) });
        run = [];
      };
      for (let u = -reach; u <= reach; u += 12) {
        const p = place(u);
        if (!inside(p)) end();
        else if (run.length > 14 && random() < 0.012) end();
        else run.push(p);
      }
      end();
    }
  }
  return streets;
}

const thinned = (points: readonly Point[]): readonly Point[] =>
  points.filter((_p, n) => n % 4 === 0 || n === points.length - 1);

function streetTags(random: Random, name: string, kind: Grid['kind'], way: number): Tags {
  const parked = ['', 'left', 'right', 'both'][Math.floor(random() * 4)] ?? '';
  const tags: Record<string, string> = {
    highway: kind === 'street' && way === 1 && random() < 0.25 ? 'tertiary' : 'residential',
    name,
  };
  // Every eighth street says nothing of its limit: the reader of the extract then has to assume one.
  if (random() > 0.12)
    tags.maxspeed =
      kind === 'estate' ? '20 mph' : kind === 'lane' ? '30 mph' : random() < 0.3 ? '20 mph' : '30 mph';
  if (parked !== '' && kind !== 'lane') tags[`parking:${parked}`] = 'lane';
  if (kind === 'street' && random() < 0.06) tags.oneway = 'yes';
  if (kind === 'lane' && random() < 0.4) tags.narrow = 'yes';
  if (random() < 0.035) tags.hazard = 'school_zone';
  return tags;
}
