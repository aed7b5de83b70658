import { describe, expect, it } from '@jest/globals';
import { countyNetwork, drawnOnXml, gridPosition, networkOf, osmXml } from '../testing';
import { directionsOf } from '../route';
import { openNetwork } from './graph';

type Streets = Parameters<typeof osmXml>[0];
const STEP = 20;
const tags = { highway: 'primary', ref: 'A44', name: 'Vale Bypass', oneway: 'yes', maxspeed: '60 mph' };

/** Two carriageways, their length and distance in grid steps; the one to the east is in the north. */
const pair = (steps: number, apart: number, more: Partial<Record<'east' | 'west', object>> = {}): Streets => [
  {
    at: Array.from({ length: steps + 1 }, (_, n) => [n, apart] as const),
    tags: { ...tags, ...more.east },
  },
  {
    at: Array.from({ length: steps + 1 }, (_, n) => [steps - n, 0] as const),
    tags: { ...tags, ...more.west },
  },
];

const dualsOf = async (streets: Streets, drivingSide: 'left' | 'right' = 'left') => {
  const network = await networkOf(osmXml(streets, {}, STEP));
  const { roads, roadOfEdge } = openNetwork({ ...network, drivingSide });
  return Array.from(roadOfEdge, (of) => roads[of]?.dual);
};

describe('a dual carriageway without a tag', () => {
  it('is known by its two carriageways, on the side where the oncoming traffic is', async () => {
    expect(await dualsOf(pair(20, 1))).toEqual([true, true]);
    expect(await dualsOf(pair(20, 2))).toEqual([true, true]);
    // Two roads that pass each other on the wrong side are no carriageways of one.
    expect(await dualsOf(pair(20, 1), 'right')).toEqual([false, false]);
    expect(await dualsOf(pair(20, -1), 'right')).toEqual([true, true]);
  });

  it('is none where the roads are too far apart, too short, of other names, or run the same way', async () => {
    expect(await dualsOf(pair(20, 3))).toEqual([false, false]);
    expect(await dualsOf(pair(5, 1))).toEqual([false, false]);
    expect(await dualsOf(pair(20, 1, { west: { name: 'Mill Lane', ref: '' }, east: { ref: '' } }))).toEqual([
      false,
      false,
    ]);
    expect(await dualsOf(pair(20, 1, { west: { oneway: '-1' } }))).toEqual([false, false]);
    expect(await dualsOf(pair(20, 1, { west: { oneway: 'no' }, east: { oneway: 'no' } }))).toEqual([
      false,
      false,
    ]);
    expect(await dualsOf(pair(20, 1, { west: { name: '', ref: '' }, east: { name: '', ref: '' } }))).toEqual([
      false,
      false,
    ]);
  });

  it('goes on over junctions, and ends where the carriageways come together', async () => {
    // At column 3 a side road meets the eastbound carriageway; beyond column 20 there is one carriageway.
    const side: Streets = [
      {
        at: [
          [3, 1],
          [3, 5],
        ],
        tags: { highway: 'residential', name: 'Side Street' },
      },
      {
        at: [
          [20, 1],
          [21, 0],
          [30, 0],
        ],
        tags: { highway: 'primary', ref: 'A44', name: 'Vale Bypass', maxspeed: '60 mph' },
      },
      {
        at: [
          [21, 0],
          [20, 0],
        ],
        tags,
      },
    ];
    expect(await dualsOf([...pair(20, 1), ...side])).toEqual([true, true, true, false, false, false, false]);
  });

  it('is the same on the demo county with its tags taken away', async () => {
    const network = await countyNetwork();
    const tagged = openNetwork(network);
    const bare = openNetwork({ ...network, roads: network.roads.map((road) => ({ ...road, dual: false })) });
    const metres = ({ roads, roadOfEdge, lengthOfEdge }: typeof bare, holds: (e: number) => boolean) =>
      lengthOfEdge.reduce(
        (sum, length, e) => sum + (roads[roadOfEdge[e] ?? 0]?.dual && holds(e) ? length : 0),
        0,
      );
    const isTagged = (e: number) => tagged.roads[tagged.roadOfEdge[e] ?? 0]?.dual === true;
    expect(metres(bare, isTagged) / metres(tagged, () => true)).toBeGreaterThan(0.95);
    expect(metres(bare, (e) => !isTagged(e))).toBe(0);
  });
});

describe('slip roads', () => {
  // A bypass of 1.6 km, eastbound in the north, with a slip road off at 800 m and one on at 900 m.
  const bypass = (more: object): Streets => [
    ...pair(80, 1, { east: more, west: more }),
    {
      at: [
        [40, 1],
        [46, 3],
        [52, 8],
      ],
      tags: { highway: 'primary_link', oneway: 'yes', maxspeed: '40 mph' },
    },
    {
      at: [
        [52, 8],
        [52, 20],
      ],
      tags: { highway: 'tertiary', name: 'Mill Lane', maxspeed: '30 mph' },
    },
    {
      at: [
        [52, 20],
        [58, 8],
        [64, 3],
        [70, 1],
      ],
      tags: { highway: 'primary_link', oneway: 'yes', maxspeed: '40 mph' },
    },
  ];

  it.each([
    ['by the tag', { dual_carriageway: 'yes' }],
    ['by geometry', {}],
  ])('are spoken as such, whether a dual carriageway is known %s', async (_how, more) => {
    const xml = osmXml(bypass(more), {}, STEP);
    const at = (column: number, row: number) => gridPosition(column, row, STEP);
    const off = await drawnOnXml(xml, at(1, 1), at(52, 18));
    const leave = directionsOf(off.route).find(({ kind }) => kind === 'dual-leave');
    expect(leave?.main.text).toBe('In 500 yards leave by the slip road for Mill Lane');
    expect(leave?.at).toBeCloseTo(39 * STEP, -1);
    expect(leave?.signal?.from).toBeCloseTo((leave?.at ?? 0) - 274.32, 1);
    expect(off.route.features.some(({ kind }) => kind === 'straight-on')).toBe(false);
    const on = await drawnOnXml(xml, at(52, 12), at(79, 1));
    const join = directionsOf(on.route).find(({ kind }) => kind === 'dual-join');
    expect(join?.main.text).toMatch(/oin the dual carriageway$/);
    // Who stays on it is told nothing.
    const past = await drawnOnXml(xml, at(1, 1), at(79, 1));
    expect(directionsOf(past.route)).toEqual([]);
  });
});
