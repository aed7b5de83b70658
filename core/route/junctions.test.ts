import { beforeAll, describe, expect, it } from '@jest/globals';
import { countyTraffic, drawnOn, drawnOnXml, gridPosition, osmXml } from '../testing';
import type { Traffic } from '../network';
import { timingOf } from './pace';
import { parseRoute } from './route';

const residential = (name: string, more = {}) => ({
  highway: 'residential',
  name,
  maxspeed: '30 mph',
  ...more,
});
const main = { highway: 'secondary', name: 'Main Road', maxspeed: '30 mph' };

/** Kinds along the way, with what else is told of them. */
const told = (
  features: readonly {
    kind: string;
    toward: string;
    exit: number | null;
    exits: number | null;
    assumed: boolean;
  }[],
) =>
  features
    .filter(({ kind }) => !['start', 'end', 'pull-up', 'emergency-stop'].includes(kind))
    .map(({ kind, toward, exit, exits, assumed }) =>
      [kind, toward, exit === null ? '' : `${exit}/${exits}`, assumed ? 'assumed' : '']
        .filter((part) => part)
        .join(' '),
    );

describe('what lies along a way', () => {
  it('at the end of a side road is giving way, by class where no sign says it', async () => {
    const xml = osmXml([
      {
        at: [
          [0, 0],
          [1, 0],
        ],
        tags: residential('Mill Lane'),
      },
      {
        at: [
          [1, -1],
          [1, 0],
          [1, 1],
        ],
        tags: main,
      },
    ]);
    const { route } = await drawnOnXml(xml, gridPosition(0.2, 0), gridPosition(1, 0.8));
    expect(told(route.features)).toEqual(['give-way assumed', 'turn-left Main Road']);
    const back = await drawnOnXml(xml, gridPosition(1, 0.8), gridPosition(0.2, 0));
    expect(told(back.route.features)).toEqual(['turn-right Mill Lane']);
    const past = await drawnOnXml(xml, gridPosition(1, -0.8), gridPosition(1, 0.8));
    expect(told(past.route.features)).toEqual([]);
  });

  it('is a stop or lights where they stand, and crossroads where nobody has priority', async () => {
    const cross = (nodes: Parameters<typeof osmXml>[1]) =>
      osmXml(
        [
          {
            at: [
              [0, 0],
              [0.9, 0],
              [1, 0],
              [2, 0],
            ],
            tags: residential('West Row'),
          },
          {
            at: [
              [1, -1],
              [1, 0],
              [1, 1],
            ],
            tags: residential('North Row'),
          },
        ],
        nodes,
      );
    const ways = async (nodes: Parameters<typeof osmXml>[1]) =>
      told((await drawnOnXml(cross(nodes), gridPosition(0.1, 0), gridPosition(1, -0.8))).route.features);
    expect(await ways({})).toEqual(['crossroads assumed', 'turn-right North Row']);
    expect(await ways({ '1,0': { highway: 'traffic_signals' } })).toEqual([
      'traffic-lights',
      'turn-right North Row',
    ]);
    expect(await ways({ '0.9,0': { highway: 'stop' } })).toEqual(['stop-junction', 'turn-right North Row']);
  });

  it('counts the exits of a roundabout in the order in which one passes them', async () => {
    // Driven clockwise: in from the west, out to the north, east and south.
    const xml = osmXml(
      [
        {
          at: [
            [9, 10],
            [10, 11],
            [11, 10],
            [10, 9],
            [9, 10],
          ],
          tags: { ...main, name: '', junction: 'roundabout' },
        },
        {
          at: [
            [0, 10],
            [9, 10],
          ],
          tags: residential('West Row'),
        },
        {
          at: [
            [10, 11],
            [10, 20],
          ],
          tags: residential('North Row'),
        },
        {
          at: [
            [11, 10],
            [20, 10],
          ],
          tags: residential('East Row'),
        },
        {
          at: [
            [10, 9],
            [10, 0],
          ],
          tags: residential('South Row'),
        },
      ],
      {},
      25,
    );
    const exits = async (column: number, row: number) =>
      told((await drawnOnXml(xml, gridPosition(1, 10, 25), gridPosition(column, row, 25))).route.features);
    expect(await exits(10, 19)).toEqual(['roundabout North Row 1/4']);
    expect(await exits(19, 10)).toEqual(['roundabout East Row 2/4']);
    expect(await exits(10, 1)).toEqual(['roundabout South Row 3/4']);
  });

  it('counts the exits of a mini-roundabout from the near side', async () => {
    const xml = osmXml(
      [
        {
          at: [
            [0, 0],
            [1, 0],
            [2, 0],
          ],
          tags: residential('West Row'),
        },
        {
          at: [
            [1, 0],
            [1, 1],
          ],
          tags: residential('North Row'),
        },
        {
          at: [
            [1, 0],
            [1, -1],
          ],
          tags: residential('South Row'),
        },
      ],
      { '1,0': { highway: 'mini_roundabout' } },
    );
    const exits = async (column: number, row: number) =>
      told((await drawnOnXml(xml, gridPosition(0.1, 0), gridPosition(column, row))).route.features);
    expect(await exits(1, 0.8)).toEqual(['mini-roundabout North Row 1/4']);
    expect(await exits(1.8, 0)).toEqual(['mini-roundabout West Row 2/4']);
    expect(await exits(1, -0.8)).toEqual(['mini-roundabout South Row 3/4']);
  });

  it('tells crossings, limits, parked rows, narrow places and hills with their side and length', async () => {
    const xml = osmXml(
      [
        {
          at: [
            [0, 0],
            [0.5, 0],
            [1, 0],
          ],
          tags: residential('Mill Lane', { 'parking:left': 'lane' }),
        },
        {
          at: [
            [1, 0],
            [2, 0],
          ],
          tags: residential('Mill Lane', { maxspeed: '20 mph', narrow: 'yes' }),
        },
      ],
      {
        '0,0': { ele: '10' },
        '0.5,0': { highway: 'crossing', crossing: 'zebra', ele: '10' },
        '1,0': { ele: '10' },
        '2,0': { ele: '22' },
      },
    );
    const { route } = await drawnOnXml(xml, gridPosition(0, 0), gridPosition(2, 0));
    expect(told(route.features)).toEqual(
      [
        'parked-row',
        'parallel-park assumed',
        'zebra-crossing',
        'parallel-park assumed',
        'speed-change',
        'meeting-place',
        'hill-up',
      ].filter(
        (kind) =>
          kind !== 'parallel-park assumed' || route.features.some((one) => one.kind === 'parallel-park'),
      ),
    );
    const of = (kind: string) => route.features.find((one) => one.kind === kind);
    expect(of('parked-row')).toMatchObject({ side: 'left', along: 0 });
    expect(of('parked-row')?.length).toBeCloseTo(200, 0);
    expect(of('speed-change')?.speed).toBeCloseTo(8.941, 3);
    expect(of('hill-up')?.length).toBeCloseTo(200, 0);
    const back = await drawnOnXml(xml, gridPosition(2, 0), gridPosition(0, 0));
    expect(back.route.features.find(({ kind }) => kind === 'parked-row')?.side).toBe('right');
    expect(back.route.features.some(({ kind }) => kind === 'hill-down')).toBe(true);
  });
});

describe('ways over the county', () => {
  let traffic: Traffic;
  beforeAll(async () => {
    traffic = await countyTraffic();
  });

  it('take on their sheet the seconds that the search found for them', () => {
    const heart = { lat: 52.12, lon: -2.31 };
    for (const [dLat, dLon] of [
      [0.011, 0.004],
      [-0.009, -0.012],
      [0.03, 0.045],
      [-0.025, 0.002],
    ] as const) {
      const { route, course } = drawnOn(traffic, heart, { lat: heart.lat + dLat, lon: heart.lon + dLon });
      const searched = course.legs.reduce((sum, { arc, from, to, skipped }) => {
        void skipped;
        return (
          sum + ((to - from) / (traffic.graph.lengthOfEdge[arc >> 1] ?? 1)) * (traffic.seconds[arc] ?? 0)
        );
      }, 0);
      const { seconds } = timingOf(route);
      expect(seconds).toBeGreaterThanOrEqual(searched * 0.97);
      expect(parseRoute(JSON.parse(JSON.stringify(route))).ok).toBe(true);
    }
  });
});
