import { describe, expect, it } from '@jest/globals';
import { gridPosition, networkOf, osmXml, pieces } from '../testing';
import type { Position } from '../geo';
import { openNetwork } from './graph';
import { createSearch } from './path';
import { readOsm } from './readOsm';
import { createSnap } from './snap';
import { trafficOf } from './traffic';
import type { Tags } from './osm';

type Grid = Parameters<typeof osmXml>;

const street: Tags = { highway: 'residential', name: 'Mill Lane', maxspeed: '30 mph' };

/** Metres of the quickest way between two places; null when there is none. */
async function metresOf(from: Position, to: Position, ...grid: Grid): Promise<number | null> {
  const traffic = trafficOf(openNetwork(await networkOf(osmXml(...grid))));
  const snap = createSnap(traffic.graph);
  const search = createSearch(traffic);
  const ways = snap.near(from, 5).flatMap((a) =>
    snap.near(to, 5).flatMap((b) => {
      const path = search.path(a, b);
      return path
        ? [
            path.arcs.reduce((sum, arc) => sum + (traffic.graph.lengthOfEdge[arc >> 1] ?? 0), 0) -
              a.along -
              (traffic.graph.lengthOfEdge[b.arc >> 1] ?? 0) +
              b.along,
          ]
        : [];
    }),
  );
  return ways.length > 0 ? Math.round(Math.min(...ways)) : null;
}

const reportOf = async (...grid: Grid) => {
  const result = await readOsm({
    chunks: () => pieces(osmXml(...grid)),
    title: 'Test',
    source: '',
    drivingSide: 'left',
  });
  if (!result.ok) throw new Error('not read');
  return result.value.report;
};

/** A street of 400 m, and a way round it of 800 m. */
const streetAndRound = (tags: Tags = {}, lines: Grid[0] = []): Grid[0] => [
  {
    at: [
      [0, 0],
      [1, 0],
      [2, 0],
    ],
    tags: { ...street, ...tags },
  },
  {
    at: [
      [0, 0],
      [0, 1],
      [2, 1],
      [2, 0],
    ],
    tags: { ...street, name: 'Round' },
  },
  ...lines,
];

const through = (...grid: Grid) => metresOf(gridPosition(0.5, 0), gridPosition(1.5, 0), ...grid);
const THROUGH = 200;
const ROUND = 1_000;

describe('barriers on a road', () => {
  it.each<readonly [Tags, 'stops' | 'assumed' | 'passes']>([
    [{ barrier: 'bollard' }, 'stops'],
    [{ barrier: 'bollard', bicycle: 'yes', foot: 'yes' }, 'stops'],
    [{ barrier: 'bollard', motor_vehicle: 'yes' }, 'passes'],
    [{ barrier: 'bollard', access: 'yes' }, 'passes'],
    [{ barrier: 'bollard', access: 'no', bus: 'yes' }, 'stops'],
    [{ barrier: 'rising_bollard' }, 'stops'],
    [{ barrier: 'bus_trap' }, 'stops'],
    [{ barrier: 'block' }, 'stops'],
    [{ barrier: 'cycle_barrier' }, 'stops'],
    [{ barrier: 'jersey_barrier' }, 'stops'],
    [{ barrier: 'debris' }, 'stops'],
    [{ barrier: 'gate' }, 'assumed'],
    [{ barrier: 'gate', access: 'private' }, 'stops'],
    [{ barrier: 'gate', motor_vehicle: 'no' }, 'stops'],
    [{ barrier: 'gate', vehicle: 'agricultural;forestry' }, 'stops'],
    [{ barrier: 'gate', access: 'no', motorcar: 'yes' }, 'passes'],
    [{ barrier: 'gate', access: 'yes', motorcar: 'no' }, 'stops'],
    [{ barrier: 'gate', access: 'permissive' }, 'passes'],
    [{ barrier: 'gate', access: 'yes', locked: 'yes' }, 'stops'],
    [{ barrier: 'gate', access: 'unknown' }, 'assumed'],
    [{ barrier: 'lift_gate' }, 'assumed'],
    [{ barrier: 'lift_gate', access: 'permit' }, 'stops'],
    [{ barrier: 'lift_gate', motor_vehicle: 'designated' }, 'passes'],
    [{ barrier: 'swing_gate', vehicle: 'no' }, 'stops'],
    [{ barrier: 'chain' }, 'assumed'],
    [{ barrier: 'yes' }, 'assumed'],
    [{ barrier: 'cattle_grid' }, 'passes'],
    [{ barrier: 'cattle_grid', motor_vehicle: 'private' }, 'stops'],
    [{ barrier: 'toll_booth' }, 'passes'],
    [{ barrier: 'height_restrictor', maxheight: '2.1' }, 'passes'],
    [{ barrier: 'entrance' }, 'passes'],
    [{ barrier: 'no' }, 'passes'],
  ])('%j: a car %s', async (tags, does) => {
    const grid: Grid = [streetAndRound(), { '1,0': tags }];
    expect(await through(...grid)).toBe(does === 'passes' ? THROUGH : ROUND);
    expect(await reportOf(...grid)).toMatchObject({
      barriers: does === 'passes' ? 0 : 1,
      barriersAssumed: does === 'assumed' ? 1 : 0,
    });
  });

  it('at the end of a road and at a crossing of roads stop everything that goes over them', async () => {
    const cross: Grid[0] = [
      {
        at: [
          [0, 0],
          [1, 0],
        ],
        tags: street,
      },
      {
        at: [
          [1, 0],
          [2, 0],
        ],
        tags: street,
      },
      {
        at: [
          [1, 1],
          [1, 0],
        ],
        tags: street,
      },
    ];
    const ways = (nodes: Grid[1]) =>
      Promise.all(
        (
          [
            [0.5, 0, 1.5, 0],
            [0.5, 0, 1, 0.5],
            [1.5, 0, 1, 0.5],
          ] as const
        ).map(([a, b, c, d]) => metresOf(gridPosition(a, b), gridPosition(c, d), cross, nodes)),
      );
    expect(await ways({})).toEqual([200, 200, 200]);
    expect(await ways({ '1,0': { barrier: 'bollard' } })).toEqual([null, null, null]);
  });

  it('let a road that goes round and back to a gate be driven on both sides of it', async () => {
    const ring: Grid[0] = [
      {
        at: [
          [0, 0],
          [1, 0],
          [1, 1],
          [0, 1],
          [0, 0],
        ],
        tags: street,
      },
    ];
    const nodes = { '0,0': { barrier: 'gate' } };
    // 200 m over the gate; it is 600 m the other way.
    expect(await metresOf(gridPosition(0.5, 0), gridPosition(0, 0.5), ring, nodes)).toBe(600);
    expect(await metresOf(gridPosition(0.5, 0), gridPosition(0, 0.5), ring)).toBe(200);
  });
});

describe('barriers drawn as lines', () => {
  const line = (tags: Tags, ...at: (readonly [number, number])[]): Grid[0] => [{ at, tags }];
  it.each<readonly [string, Grid[0], 'passes' | 'stops']>([
    ['a fence across', line({ barrier: 'fence' }, [1, -1], [1, 0], [1, 1]), 'stops'],
    ['a wall that ends at the road', line({ barrier: 'wall' }, [1, -1], [1, 0]), 'passes'],
    [
      'two walls that meet on the road',
      [...line({ barrier: 'wall' }, [1, -1], [1, 0]), ...line({ barrier: 'wall' }, [1, 0], [1, 0.5])],
      'stops',
    ],
    ['a gate that ends at the road', line({ barrier: 'gate' }, [1, -1], [1, 0]), 'stops'],
    [
      'a gate that may be passed',
      line({ barrier: 'gate', access: 'yes' }, [1, -1], [1, 0], [1, 1]),
      'passes',
    ],
    ['a hedge along the road', line({ barrier: 'hedge' }, [0, 0], [1, 0], [2, 0]), 'passes'],
    ['a kerb across', line({ barrier: 'kerb' }, [1, -1], [1, 0], [1, 1]), 'passes'],
    [
      'a yard with a wall all round',
      line({ barrier: 'wall' }, [1, 0], [1.5, -0.5], [0.5, -0.5], [1, 0]),
      'stops',
    ],
  ])('%s: a car %s', async (_what, lines, does) => {
    expect(await through(streetAndRound({}, lines))).toBe(does === 'passes' ? THROUGH : ROUND);
  });

  it('leave the word to a gate or gap on the road', async () => {
    const wall = line({ barrier: 'wall' }, [1, -1], [1, 0], [1, 1]);
    expect(await through(streetAndRound({}, wall), { '1,0': { barrier: 'gate', access: 'yes' } })).toBe(
      THROUGH,
    );
    expect(await through(streetAndRound({}, wall), { '1,0': { barrier: 'entrance' } })).toBe(THROUGH);
  });

  it('shut a road that is one itself', async () => {
    expect(await through(streetAndRound({ barrier: 'bollard' }))).toBeNull();
    expect(await through(streetAndRound({ barrier: 'gate', motor_vehicle: 'yes' }))).toBe(THROUGH);
    expect(await through(streetAndRound({ barrier: 'hedge' }))).toBe(THROUGH);
  });
});

describe('access by the hour', () => {
  it('leaves a road as its other tags have it, and is told', async () => {
    const hours = { 'motor_vehicle:conditional': 'no @ (Mo-Fr 08:00-09:00)' };
    expect(await through(streetAndRound(hours))).toBe(THROUGH);
    expect(await reportOf(streetAndRound(hours))).toMatchObject({ conditional: 1 });
    const network = await networkOf(osmXml(streetAndRound(hours)));
    expect(network.roads.map(({ when }) => when).sort()).toEqual(['', 'no @ (Mo-Fr 08:00-09:00)']);
    expect(await through(streetAndRound({ ...hours, access: 'no' }))).toBeNull();
    expect(openNetwork({ ...network, roads: network.roads.map(({ when: _, ...old }) => old) }).roads).toEqual(
      network.roads.map((road) => ({ ...road, when: '' })),
    );
  });
});

describe('turns that are banned', () => {
  /** A crossroads in the middle of a ring: west, south, east and north arms, and a way round from arm to arm. */
  const arms: Grid[0] = [
    ...(
      [
        [0, 1],
        [1, 0],
        [2, 1],
        [1, 2],
      ] as const
    ).map((end) => ({ at: [end, [1, 1] as const], tags: street })),
    {
      at: [
        [0, 1],
        [0, 0],
        [1, 0],
        [2, 0],
        [2, 1],
        [2, 2],
        [1, 2],
        [0, 2],
        [0, 1],
      ],
      tags: { ...street, name: 'Ring' },
    },
  ];
  const [west, south, east, north] = [0, 1, 2, 3] as const;
  const ban = (from: readonly number[], to: readonly number[], tags: Tags): Grid[3] => [
    { from, via: [1, 1], to, tags },
  ];
  const places = [gridPosition(0.5, 1), gridPosition(1, 0.5), gridPosition(1.5, 1), gridPosition(1, 1.5)];
  const over = async (from: number, to: number, bans: Grid[3]) =>
    (await metresOf(
      places[from] ?? gridPosition(0, 0),
      places[to] ?? gridPosition(0, 0),
      arms,
      {},
      200,
      bans,
    )) === 200;

  it('keep cars from entering a road from any of several, and from leaving one into any of several', async () => {
    const entry = ban([west, south], [east], { restriction: 'no_entry' });
    expect(await over(west, east, entry)).toBe(false);
    expect(await over(south, east, entry)).toBe(false);
    expect(await over(north, east, entry)).toBe(true);
    expect(await over(east, west, entry)).toBe(true);
    const exit = ban([west], [north, south], { restriction: 'no_exit' });
    expect(await over(west, north, exit)).toBe(false);
    expect(await over(west, south, exit)).toBe(false);
    expect(await over(west, east, exit)).toBe(true);
    expect(await over(north, west, exit)).toBe(true);
    expect(await reportOf(arms, {}, 200, exit)).toMatchObject({ bans: 2, bansAssumed: 0, bansUnread: 0 });
  });

  it('hold always where they hold by the hour, and that is told', async () => {
    for (const tags of [
      { 'restriction:conditional': 'no_left_turn @ (Mo-Fr 07:00-09:00)' },
      { restriction: 'no_left_turn', hour_on: '07:00', hour_off: '09:00' },
    ] as Tags[]) {
      const bans = ban([west], [north], tags);
      expect(await over(west, north, bans)).toBe(false);
      expect(await reportOf(arms, {}, 200, bans)).toMatchObject({ bans: 1, bansAssumed: 1 });
    }
  });

  it('are none of cars’ where cars are spared, or only lorries are meant', async () => {
    for (const tags of [
      { restriction: 'no_left_turn', except: 'psv;motorcar' },
      { 'restriction:hgv': 'no_left_turn' },
    ] as Tags[])
      expect(await over(west, north, ban([west], [north], tags))).toBe(true);
    expect(
      await over(west, north, ban([west], [north], { restriction: 'no_left_turn', except: 'psv' })),
    ).toBe(false);
  });
});
