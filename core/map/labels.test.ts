import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import type { NamedRoad, Place } from '../network';
import { placeLabels, type Label } from './labels';
import { scaleStep } from './scale';

const size = { width: 800, height: 500 };
const view = { x: 0, y: 0, scale: 0.1, up: 0 };
const measure = (text: string, font: number) => text.length * font * 0.55;

const road = (text: string, points: readonly (readonly [number, number])[], rank = 5): NamedRoad => ({
  text,
  number: false,
  rank,
  x: Float32Array.from(points, ([x]) => x),
  y: Float32Array.from(points, ([, y]) => y),
  length: points.reduce((sum, [x, y], n) => {
    const [bx, by] = points[n - 1] ?? [x, y];
    return sum + Math.hypot(x - bx, y - by);
  }, 0),
});

/** Corners of what a name takes up. */
function corners({ x, y, angle, text, font, kind }: Label) {
  const [w, h] = [(measure(text, font) + (kind === 'number' ? 8 : 0)) / 2, font / 2];
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  return [
    [-w, -h],
    [w, -h],
    [w, h],
    [-w, h],
  ].map(([u = 0, v = 0]) => ({ x: x + u * c - v * s, y: y + u * s + v * c }));
}

/** Whether two turned boxes overlap, by the axes that would part them. */
function overlap(a: Label, b: Label): boolean {
  return ![a, b].some(({ angle }) =>
    [angle, angle + Math.PI / 2].some((axis) => {
      const on = (label: Label) => corners(label).map(({ x, y }) => x * Math.cos(axis) + y * Math.sin(axis));
      const [p, q] = [on(a), on(b)];
      return Math.max(...p) <= Math.min(...q) || Math.max(...q) <= Math.min(...p);
    }),
  );
}

const anyPoint = fc.tuple(fc.integer({ min: -4000, max: 4000 }), fc.integer({ min: -2500, max: 2500 }));
const anyRoad = fc
  .record({
    text: fc.constantFrom('Mill Lane', 'High Street', 'Long Acre Terrace', 'B417'),
    points: fc.array(anyPoint, { minLength: 2, maxLength: 6 }),
    rank: fc.integer({ min: 2, max: 7 }),
    number: fc.boolean(),
  })
  .map(({ number, text, points, rank }): NamedRoad => ({ ...road(text, points, rank), number }));
const anyPlace = fc
  .record({
    name: fc.constantFrom('Ostrey', 'Pellam Cross'),
    kind: fc.constantFrom('town', 'village'),
    at: anyPoint,
  })
  .map(({ name, kind, at: [x, y] }) => ({ name, kind, x, y }) as Place);

describe('names on a map', () => {
  it('never lie over each other, never outside, never upside down, at any turn of the map', () => {
    let seen = 0;
    fc.assert(
      fc.property(
        fc.array(anyRoad, { maxLength: 25 }),
        fc.array(anyPlace, { maxLength: 6 }),
        fc.double({ min: -7, max: 7, noNaN: true }),
        (labels, places, up) => {
          const found = placeLabels({ labels, places }, { ...view, up }, size, measure);
          seen += found.length;
          found.forEach((a, n) => {
            expect(Math.cos(a.angle)).toBeGreaterThanOrEqual(-1e-9);
            for (const { x, y } of corners(a)) {
              expect(x).toBeGreaterThan(-7);
              expect(y).toBeGreaterThan(-7);
              expect(x).toBeLessThan(size.width + 7);
              expect(y).toBeLessThan(size.height + 7);
            }
            for (const b of found.slice(n + 1)) expect([a, b, overlap(a, b)]).toEqual([a, b, false]);
          });
        },
      ),
      { numRuns: 150 },
    );
    expect(seen).toBeGreaterThan(300);
  });

  it('stand beside a line that is drawn along their road, and not under a marker', () => {
    const labels = [
      road('Mill Lane', [
        [-3000, 0],
        [3000, 0],
      ]),
    ];
    const [on] = placeLabels({ labels, places: [] }, view, size, measure);
    expect(on).toMatchObject({ y: 250, angle: 0 });
    const lines = [
      [
        { x: 0, y: 250 },
        { x: 800, y: 250 },
      ],
    ];
    const [beside] = placeLabels({ labels, places: [] }, view, size, measure, { lines });
    expect(Math.abs((beside?.y ?? 250) - 250)).toBeGreaterThan(10);
    const places: Place[] = [{ name: 'Ostrey', kind: 'village', x: 0, y: 0 }];
    const clear = [{ x: 400, y: 250, angle: 0, width: 30, height: 30 }];
    const [moved] = placeLabels({ labels: [], places }, view, size, measure, { clear });
    expect(moved?.y).toBe(226);
  });

  it('need a stretch that hardly bends, and come again along a long road', () => {
    const zigzag = Array.from({ length: 60 }, (_, n) => [-3000 + n * 100, n % 2 === 0 ? -100 : 100] as const);
    expect(placeLabels({ labels: [road('Mill Lane', zigzag)], places: [] }, view, size, measure)).toEqual([]);
    const long = placeLabels(
      {
        labels: [
          road('Mill Lane', [
            [-4000, 0],
            [4000, 0],
          ]),
        ],
        places: [],
      },
      view,
      size,
      measure,
    );
    expect(long.length).toBeGreaterThan(1);
  });

  it('show towns from afar and streets from near', () => {
    const places: Place[] = [
      { name: 'Pellam Cross', kind: 'town', x: 0, y: 0 },
      { name: 'Weir Side', kind: 'suburb', x: 0, y: 1500 },
    ];
    const labels = [
      road(
        'Mill Lane',
        [
          [-3000, -900],
          [3000, -900],
        ],
        2,
      ),
    ];
    const at = (scale: number) =>
      placeLabels({ labels, places }, { ...view, scale }, size, measure).map(({ text }) => text);
    expect(at(0.01)).toEqual(['Pellam Cross']);
    expect(at(0.05)).toEqual(['Pellam Cross', 'Weir Side']);
    expect(new Set(at(0.15))).toEqual(new Set(['Pellam Cross', 'Weir Side', 'Mill Lane']));
    expect(at(0.4)).not.toContain('Pellam Cross');
  });
});

it('the scale is the longest round length that fits', () => {
  expect(scaleStep(0.1, 'metric')).toEqual({ metres: 1000, text: '1 km' });
  expect(scaleStep(1, 'metric').text).toBe('100 m');
  expect(scaleStep(0.05, 'imperial').text).toBe('1 mile');
  expect(scaleStep(0.1, 'imperial').text).toBe('½ mile');
  // Nearer than the shortest and farther than the longest there still is one.
  expect(scaleStep(50, 'metric').text).toBe('10 m');
  expect(scaleStep(0.0001, 'metric').text).toBe('20 km');
});
