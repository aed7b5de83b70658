import { frameAt, type Position, type Point } from '../../geo';
import { randomFrom, type Random } from '../../random';
import type { OsmBan, OsmData, OsmNode, OsmWay, Tags } from '../osm';
import { streetNames } from './names';
import { planar, type Planar, type Street } from './planar';
import { grid, point, town, type Circle, type Drawn, type Named } from './town';

export interface County {
  readonly seed: number;
  /** Towns in a square of so many by so many; the demo has one. */
  readonly towns: number;
  readonly middle: Position;
}

/** How far towns lie apart, in metres. */
const APART = 15_000;

/**
 * Makes a county that exists nowhere: towns with ring roads and estates, villages, lanes, a dual carriageway and
 * hills, as OpenStreetMap data. The same seed gives the same county.
 */
export function makeCounty({ seed, towns, middle }: County): OsmData {
  const random = randomFrom(seed);
  const name = streetNames(random);
  const [first, ...more] = Array.from({ length: towns * towns }, (_, n) => {
    const centre = { x: (n % towns) * APART, y: Math.floor(n / towns) * APART };
    return { centre, drawn: town(random, name, { centre, scale: 1, arms: 6 }) };
  });
  if (!first) throw new RangeError('a county has a town at least');
  const all = [first, ...more].map(({ centre, drawn }, n) => {
    const whole = countryside(random, name, centre, drawn);
    const own: Named = { name: townNames[n] ?? `Town ${n + 1}`, kind: 'town', at: centre };
    return { ...whole, places: [own, ...whole.places] };
  });
  const between = [first, ...more].flatMap(({ centre, drawn }, n) =>
    [n % towns < towns - 1 ? n + 1 : -1, n + towns].flatMap((m): Street[] => {
      const other = [first, ...more][m];
      if (!other) return [];
      const [from, to] = [nearest(drawn.gates, other.centre), nearest(other.drawn.gates, centre)];
      return [
        {
          points: winding(random, from, to, 0.05),
          tags: { highway: 'primary', ref: 'A4417', maxspeed: '60 mph' },
        },
      ];
    }),
  );
  const streets = [...all.flatMap((drawn) => drawn.streets), ...between];
  const circles = all.flatMap((drawn) => drawn.circles);
  const cut = [...streets.flatMap((street) => cutOut(street, circles)), ...circles.map(circleStreet)];
  return written(random, middle, cut, planar(cut), {
    minis: all.flatMap((drawn) => drawn.minis),
    signals: all.flatMap((drawn) => drawn.signals),
    places: all.flatMap((drawn) => drawn.places),
  });
}

const byDistance = (points: readonly Point[], to: Point): readonly Point[] =>
  [...points].sort((a, b) => Math.hypot(a.x - to.x, a.y - to.y) - Math.hypot(b.x - to.x, b.y - to.y));

const nearest = (points: readonly Point[], to: Point): Point => byDistance(points, to)[0] ?? to;

/** A road that does not go straight: bends of some hundred metres, as much as `share` of its length aside. */
function winding(random: Random, from: Point, to: Point, share: number): readonly Point[] {
  const length = Math.hypot(to.x - from.x, to.y - from.y);
  const [dx, dy] = [(to.x - from.x) / length, (to.y - from.y) / length];
  const waves = [1, 2, 5].map((often) => ({ often, size: ((random() - 0.5) * 2 * share * length) / often }));
  // Old field corners: here and there a few sharp bends on the longer ones.
  const corners =
    length > 1_500 ? { often: Math.round(length / 160), size: 34 + 8 * random(), at: 6 * random() } : null;
  const steps = Math.max(4, Math.round(length / 24));
  return Array.from({ length: steps + 1 }, (_, n) => {
    const s = n / steps;
    const cornered = corners
      ? corners.size * Math.sin(Math.PI * corners.often * s) * Math.max(0, Math.sin(7 * s + corners.at)) ** 2
      : 0;
    const aside =
      (cornered + waves.reduce((sum, { often, size }) => sum + size * Math.sin(Math.PI * often * s), 0)) *
      Math.min(1, 8 * s, 8 * (1 - s));
    return { x: from.x + s * (to.x - from.x) - aside * dy, y: from.y + s * (to.y - from.y) + aside * dx };
  });
}

/** Towns of a county, in the order in which they are made (invented). */
const townNames = ['Pellam Cross', 'Harrow Fell', 'Marlstone', 'Winterbeck'] as const;

const villages: readonly (readonly [name: string, angle: number, far: number])[] = [
  ['Ostrey', 0.75, 4_900],
  ['Cadder Mill', 2.3, 5_600],
  ['Nether Sallow', 4.5, 5_100],
];

/** What lies round a town: villages, the lanes between them, and a dual carriageway to the south. */
function countryside(
  random: Random,
  name: ReturnType<typeof streetNames>,
  centre: Point,
  drawn: Drawn,
): Drawn {
  const streets = [...drawn.streets];
  const circles = [...drawn.circles];
  const road = dualCarriageway(centre, drawn.gates);
  streets.push(...road.streets);
  circles.push(...road.circles);
  const bridge = road.near;
  const lane = (from: Point, to: Point, share: number, tags: Tags): Street => ({
    points: winding(random, from, to, share),
    tags: { name: name('lane'), ...tags },
    bridge,
  });
  const places = villages.map(([called, angle, far]) => {
    const heart = point(centre, angle + 0.2 * (random() - 0.5), far);
    const drawnVillage = village(random, name, called, heart);
    streets.push(...drawnVillage.streets);
    return { called, heart, ends: drawnVillage.ends };
  });
  for (const { heart, ends } of places) {
    const [near, next] = byDistance(drawn.gates, heart);
    if (near)
      streets.push(lane(near, nearest(ends, near), 0.08, { highway: 'secondary', maxspeed: '60 mph' }));
    if (next)
      streets.push(
        lane(next, nearest(ends, next), 0.1, { highway: 'unclassified', maxspeed: '60 mph', narrow: 'yes' }),
      );
  }
  places.forEach(({ heart, ends }, n) => {
    const to = places[(n + 1) % places.length];
    const middle = to && { x: (heart.x + to.heart.x) / 2, y: (heart.y + to.heart.y) / 2 };
    // No lane goes through the town.
    if (!to || !middle || Math.hypot(middle.x - centre.x, middle.y - centre.y) < 2_600) return;
    streets.push(lane(nearest(ends, to.heart), nearest(to.ends, heart), 0.1, { highway: 'unclassified' }));
  });
  for (const end of road.ends) {
    const { ends } = places.reduce((best, one) =>
      Math.hypot(one.heart.x - end.x, one.heart.y - end.y) <
      Math.hypot(best.heart.x - end.x, best.heart.y - end.y)
        ? one
        : best,
    );
    streets.push({
      ...lane(end, nearest(ends, end), 0.04, { highway: 'secondary', maxspeed: '50 mph' }),
      bridge: (p) => bridge(p) && Math.hypot(p.x - end.x, p.y - end.y) > 150,
    });
  }
  // Over the hill from one gate to the next.
  const top = { x: centre.x - 2_600, y: centre.y + 1_900 };
  const [up, down] = byDistance(drawn.gates, top);
  if (up && down)
    streets.push(
      lane(up, top, 0.06, { highway: 'unclassified', name: 'Beacon Hill', maxspeed: '40 mph' }),
      lane(top, down, 0.06, {
        highway: 'unclassified',
        name: 'Beacon Hill',
        maxspeed: '40 mph',
        narrow: 'yes',
      }),
    );
  const named = places.map(({ called, heart }): Named => ({ name: called, kind: 'village', at: heart }));
  return { ...drawn, streets, circles, places: [...drawn.places, ...named] };
}

/** A village: two roads that cross, some streets between, and the four ends at which one leaves it. */
function village(random: Random, name: ReturnType<typeof streetNames>, called: string, heart: Point) {
  const tilt = random() * Math.PI;
  const size = 300 + 60 * random();
  const main = (turned: number, tags: Tags): Street => ({
    points: winding(random, point(heart, turned, -size), point(heart, turned, size), 0.06),
    tags,
  });
  const roads = [
    main(tilt, {
      highway: 'tertiary',
      name: `${called} High Street`,
      maxspeed: '30 mph',
      'parking:left': 'lane',
    }),
    main(tilt + 1.4, { highway: 'unclassified', name: name('lane'), maxspeed: '30 mph' }),
  ];
  return {
    ends: roads.flatMap(({ points }) => [points[0] ?? heart, points.at(-1) ?? heart]),
    streets: [
      ...roads,
      ...grid(random, name, {
        centre: heart,
        reach: size,
        inside: ({ x, y }) => Math.hypot(x - heart.x, y - heart.y) < size,
        tilt: tilt + 0.2,
        gaps: [150, 240],
        kind: 'lane',
      }),
    ],
  };
}

/** A dual carriageway south of a town: a roundabout at each end, and one junction of four slip roads below a bridge. */
function dualCarriageway(centre: Point, gates: readonly Point[]) {
  const south = centre.y - 2_900;
  const height = (x: number) => south + 160 * Math.sin((x - centre.x) / 2_400);
  const [west, east] = [centre.x - 6_200, centre.x + 6_200];
  const ends = [west, east].map((x) => ({ x, y: height(x) }));
  const tags = {
    highway: 'trunk',
    ref: 'A44',
    name: 'Vale Bypass',
    oneway: 'yes',
    dual_carriageway: 'yes',
    lanes: '2',
    maxspeed: '70 mph',
  };
  const carriageway = (from: number, to: number, side: number): Street => ({
    points: Array.from({ length: 81 }, (_, n) => {
      const x = from + (n / 80) * (to - from);
      return { x, y: height(x) + (n === 0 || n === 80 ? side / 3 : side) };
    }),
    tags,
  });
  const crossing = nearest(gates, { x: centre.x, y: south });
  const cx = crossing.x;
  const above = { x: cx, y: height(cx) + 150 };
  const below = { x: cx, y: height(cx) - 150 };
  const slip = (from: Point, to: Point): Street => {
    const middle = { x: (from.x + to.x) / 2, y: from.y + (to.y - from.y) * 0.35 };
    return {
      points: [from, middle, to],
      tags: { highway: 'trunk_link', oneway: 'yes', maxspeed: '50 mph' },
    };
  };
  const on = (x: number, side: number): Point => ({ x, y: height(x) + side });
  return {
    streets: [
      carriageway(west, east, 12),
      carriageway(east, west, -12),
      { points: [crossing, above], tags: { highway: 'secondary', name: 'Bypass Road', maxspeed: '40 mph' } },
      {
        points: [above, below],
        tags: { highway: 'secondary', name: 'Bypass Road', maxspeed: '40 mph', bridge: 'yes', layer: '1' },
        bridge: () => true,
      },
      {
        points: [below, { x: cx - 300, y: below.y - 900 }],
        tags: { highway: 'tertiary', name: 'Bypass Road', maxspeed: '50 mph' },
      },
      // Off and on, eastbound (north side) and westbound (south side).
      slip(on(cx - 420, 12), above),
      slip(above, on(cx + 420, 12)),
      slip(on(cx + 420, -12), below),
      slip(below, on(cx - 420, -12)),
    ] satisfies Street[],
    circles: [
      ...ends.map((end) => ({ centre: end, radius: 30 })),
      { centre: above, radius: 24 },
      { centre: below, radius: 24 },
    ],
    ends,
    near: ({ x, y }: Point) => x > west && x < east && Math.abs(y - height(x)) < 60,
  };
}

/** A street without what lies inside circles; each part that is left ends on a rim. */
function cutOut(street: Street, circles: readonly Circle[]): readonly Street[] {
  const [xs, ys] = [street.points.map(({ x }) => x), street.points.map(({ y }) => y)];
  const [west, east, south, north] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const near = circles.filter(
    ({ centre: { x, y }, radius }) =>
      x > west - radius && x < east + radius && y > south - radius && y < north + radius,
  );
  return near.reduce<readonly Street[]>(
    (parts, circle) => parts.flatMap((part) => outsideOf(part, circle)),
    [street],
  );
}

function outsideOf(street: Street, { centre, radius }: Circle): readonly Street[] {
  const inside = (p: Point) => Math.hypot(p.x - centre.x, p.y - centre.y) < radius;
  const parts: Point[][] = [[]];
  street.points.forEach((p, n) => {
    let within = inside(p);
    if (!within) parts.at(-1)?.push(p);
    const next = street.points[n + 1];
    for (const hit of next ? crossingsOf(p, next, centre, radius) : []) {
      if (within) parts.push([hit]);
      else parts.at(-1)?.push(hit);
      within = !within;
    }
  });
  return parts.filter((part) => part.length > 1).map((points) => ({ ...street, points }));
}

function crossingsOf(a: Point, b: Point, { x, y }: Point, radius: number): readonly Point[] {
  const [dx, dy, fx, fy] = [b.x - a.x, b.y - a.y, a.x - x, a.y - y];
  const [A, B, C] = [dx * dx + dy * dy, 2 * (fx * dx + fy * dy), fx * fx + fy * fy - radius * radius];
  const D = B * B - 4 * A * C;
  if (A === 0 || D <= 0) return [];
  return [(-B - Math.sqrt(D)) / (2 * A), (-B + Math.sqrt(D)) / (2 * A)]
    .filter((t) => t > 0 && t < 1)
    .map((t) => ({ x: a.x + t * dx, y: a.y + t * dy }));
}

/** Clockwise, as one goes round where one drives on the left. */
const circleStreet = ({ centre, radius }: Circle): Street => ({
  points: Array.from({ length: 17 }, (_, n) => point(centre, (2 * Math.PI * (n % 16)) / 16, radius)),
  tags: { highway: 'secondary', junction: 'roundabout', oneway: 'yes', maxspeed: '30 mph' },
});

/** Height in metres: hills to the north-west, a valley through the middle (invented). */
function heightAt({ x, y }: Point): number {
  const bump = (cx: number, cy: number, high: number, wide: number) =>
    high * Math.exp(-((x - cx) ** 2 + (y - cy) ** 2) / (2 * wide * wide));
  return (
    60 +
    bump(-2_600, 1_900, 120, 1_300) +
    bump(900, 600, 52, 380) +
    bump(-700, -900, 44, 360) +
    bump(3_400, 3_300, 70, 1_200)
  );
}

function written(
  random: Random,
  middle: Position,
  streets: readonly Street[],
  { nodes, ways }: Planar,
  put: Pick<Drawn, 'minis' | 'signals' | 'places'>,
): OsmData {
  const { toPosition } = frameAt(middle);
  const kept = connected(nodes.length, ways);
  const tags = new Map<number, Record<string, string>>();
  const points: Point[] = [...nodes];
  const rims = new Set(ways.flatMap((way, n) => (streets[n]?.tags.junction ? way : [])));
  const refs = ways.map((way, n) => {
    if (!way.some((ref) => kept.has(ref))) return [];
    return streets[n]?.tags.junction ? [...way] : offRims(way, rims);
  });
  const armsAt = new Map<number, { readonly street: number; readonly n: number }[]>();
  refs.forEach((way, street) =>
    way.forEach((ref, n) => armsAt.set(ref, [...(armsAt.get(ref) ?? []), { street, n }])),
  );
  const junctions = [...armsAt].filter(([ref, arms]) => arms.length > 1 && degree(ref, arms, refs) > 2);
  const closest = (to: Point, within: number): number | null => {
    let best: readonly [number, number] | null = null;
    for (const [ref] of junctions) {
      const p = points[ref] ?? to;
      const off = Math.hypot(p.x - to.x, p.y - to.y);
      if (off < within && (!best || off < best[1])) best = [ref, off];
    }
    return best?.[0] ?? null;
  };
  const mark = (ref: number | null, what: Record<string, string>) => {
    if (ref !== null) tags.set(ref, { ...tags.get(ref), ...what });
  };
  for (const p of put.minis) mark(closest(p, 60), { highway: 'mini_roundabout' });
  for (const p of put.signals) mark(closest(p, 60), { highway: 'traffic_signals' });

  const rank = (street: number) =>
    ['residential', 'unclassified', 'tertiary', 'secondary', 'primary', 'trunk'].indexOf(
      streets[street]?.tags.highway ?? '',
    );
  /** Points put into a street, by where they come: behind the node with this place in it. */
  const inserted = new Map<string, { readonly ref: number; readonly share: number }[]>();
  const insert = (street: number, n: number, share: number, what: Record<string, string>) => {
    const [a, b] = [points[refs[street]?.[n] ?? 0], points[refs[street]?.[n + 1] ?? 0]];
    if (!a || !b) return;
    const ref = points.push({ x: a.x + share * (b.x - a.x), y: a.y + share * (b.y - a.y) }) - 1;
    tags.set(ref, what);
    const key = `${street} ${n}`;
    inserted.set(key, [...(inserted.get(key) ?? []), { ref, share }]);
  };
  const lengthAt = (street: number, n: number) => {
    const [a, b] = [points[refs[street]?.[n] ?? 0], points[refs[street]?.[n + 1] ?? 0]];
    return a && b ? Math.hypot(a.x - b.x, a.y - b.y) : 0;
  };
  const bans: OsmBan[] = [];
  for (const [ref, arms] of junctions) {
    if (tags.has(ref)) continue;
    const most = Math.max(...arms.map(({ street }) => rank(street)));
    for (const { street, n } of arms) {
      const end = n === 0 || n === (refs[street]?.length ?? 0) - 1;
      if (!end || streets[street]?.tags.junction || rank(street) > most || random() < 0.15) continue;
      const segment = n === 0 ? 0 : n - 1;
      const length = lengthAt(street, segment);
      if (length < 22) continue;
      const stop = random() < 0.06;
      insert(street, segment, n === 0 ? 8 / length : 1 - 8 / length, {
        highway: stop ? 'stop' : 'give_way',
        direction: n === 0 ? 'backward' : 'forward',
      });
    }
  }
  // Crossings where people walk: by class of the road, in the middle of its longer stretches.
  streets.forEach(({ tags: of }, street) => {
    const share = of.hazard
      ? 0.5
      : of.highway === 'tertiary'
        ? 0.16
        : ['secondary', 'primary'].includes(of.highway ?? '') && of.maxspeed === '30 mph'
          ? 0.14
          : 0.012;
    for (let n = 0; n + 1 < (refs[street]?.length ?? 0); n += 1) {
      if (lengthAt(street, n) < 45 || of.junction || of.dual_carriageway || of.bridge || random() > share)
        continue;
      const kind = random();
      insert(street, n, 0.5, {
        highway: 'crossing',
        ...(kind < 0.4
          ? { crossing: 'zebra' }
          : kind < 0.75
            ? { crossing: 'traffic_signals' }
            : kind < 0.9
              ? { crossing: 'unmarked' }
              : { crossing: 'zebra', traffic_calming: 'table' }),
      });
    }
    if (of.highway === 'residential' && random() < 0.02 && (refs[street]?.length ?? 0) > 3)
      insert(street, 1, 0.6, { amenity: 'parking' });
  });

  const WAY = 1_000_000;
  const osmWays: OsmWay[] = refs.flatMap((way, street) => {
    const whole = way.flatMap((ref, n) => [
      ref,
      ...[...(inserted.get(`${street} ${n}`) ?? [])].sort((a, b) => a.share - b.share).map((put) => put.ref),
    ]);
    return whole.length > 1
      ? [{ id: WAY + street, refs: whole.map((ref) => ref + 1), tags: streets[street]?.tags ?? {} }]
      : [];
  });
  const used = new Set(osmWays.flatMap(({ refs: whole }) => whole));
  const osmNodes: OsmNode[] = points.flatMap((p, n) =>
    used.has(n + 1)
      ? [{ id: n + 1, ...toPosition(p), tags: { ...tags.get(n), ele: heightAt(p).toFixed(1) } }]
      : [],
  );
  const PLACE = 3_000_000;
  put.places.forEach(({ name, kind, at }, n) =>
    osmNodes.push({ id: PLACE + n, ...toPosition(at), tags: { place: kind, name } }),
  );
  // At two of the lights a turn is banned.
  for (const [ref] of junctions
    .filter(([node]) => tags.get(node)?.highway === 'traffic_signals')
    .slice(0, 2)) {
    const ends = osmWays.filter(({ refs: whole }) => whole[0] === ref + 1 || whole.at(-1) === ref + 1);
    const [from, to] = [ends[0], ends.at(-1)];
    if (from && to && from !== to)
      bans.push({ id: 2_000_000 + ref, from: from.id, via: ref + 1, to: to.id, kind: 'no_right_turn' });
  }
  return { nodes: osmNodes, ways: osmWays, bans };
}

/** A street without what runs along the rim of a circle at its ends. */
function offRims(way: readonly number[], rims: ReadonlySet<number>): number[] {
  const refs = [...way];
  const both = (a: number | undefined, b: number | undefined) =>
    a !== undefined && b !== undefined && rims.has(a) && rims.has(b);
  while (both(refs[0], refs[1])) refs.shift();
  while (both(refs.at(-1), refs.at(-2))) refs.pop();
  return refs.length > 1 ? refs : [];
}

/** How many ways leave a node. */
const degree = (
  _ref: number,
  arms: readonly { readonly street: number; readonly n: number }[],
  refs: readonly (readonly number[])[],
): number =>
  arms.reduce(
    (sum, { street, n }) => sum + (n > 0 ? 1 : 0) + (n < (refs[street]?.length ?? 0) - 1 ? 1 : 0),
    0,
  );

/** Nodes of the largest part that hangs together. */
function connected(count: number, ways: readonly (readonly number[])[]): ReadonlySet<number> {
  const parent = Array.from({ length: count }, (_, n) => n);
  const root = (n: number): number => {
    let at = n;
    while (parent[at] !== at) at = parent[at] = parent[parent[at] ?? at] ?? at;
    return at;
  };
  for (const way of ways) for (const ref of way) parent[root(ref)] = root(way[0] ?? ref);
  const sizes = new Map<number, number>();
  for (const way of ways)
    if (way[0] !== undefined) sizes.set(root(way[0]), (sizes.get(root(way[0])) ?? 0) + way.length);
  const [largest] = [...sizes].sort((a, b) => b[1] - a[1])[0] ?? [-1];
  return new Set(parent.flatMap((_, n) => (root(n) === largest ? [n] : [])));
}
