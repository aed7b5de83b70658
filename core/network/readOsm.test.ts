import { describe, expect, it } from '@jest/globals';
import { distance } from '../geo';
import { countyNetwork, networkOf, osmXml, pieces } from '../testing';
import { makeCounty } from './county/county';
import { parseNetwork } from './file';
import { openNetwork, positionOfPoint, signsOf } from './graph';
import { writeOsm } from './osm';
import { Cancelled, readOsm } from './readOsm';
import { MPH } from './road';
import { speedOf } from './tags';

const read = (xml: string, more: Partial<Parameters<typeof readOsm>[0]> = {}) =>
  readOsm({ chunks: () => pieces(xml, 700), title: 'Test', source: '', drivingSide: 'left', ...more });

const problemsOf = async (xml: string): Promise<string> => {
  const result = await read(xml);
  return result.ok ? '' : result.problems.map(({ message }) => message).join('; ');
};

const street = { highway: 'residential', name: 'Mill Lane' };

describe('an extract', () => {
  it('becomes pieces of road between junctions, with names and limits said or assumed', async () => {
    const network = await networkOf(
      osmXml([
        {
          at: [
            [0, 0],
            [1, 0],
            [2, 0],
          ],
          tags: { ...street, maxspeed: '20 mph' },
        },
        {
          at: [
            [1, 0],
            [1, 1],
          ],
          tags: { highway: 'tertiary' },
        },
        {
          at: [
            [5, 5],
            [6, 5],
          ],
          tags: { highway: 'footway' },
        },
      ]),
    );
    const graph = openNetwork(network);
    expect(graph.edges).toBe(3);
    expect(graph.roads.map(({ name, speedAssumed }) => [name, speedAssumed])).toEqual([
      ['Mill Lane', false],
      ['', true],
    ]);
    expect(graph.roads[0]?.speed).toBeCloseTo(20 * MPH, 3);
    expect(parseNetwork(JSON.parse(JSON.stringify(network))).ok).toBe(true);
  });

  it('of the demo county keeps every length and place', async () => {
    const osm = makeCounty({ seed: 7, towns: 1, middle: { lat: 52.12, lon: -2.31 } });
    const result = await read([...writeOsm(osm)].join(''));
    if (!result.ok) throw new Error('not read');
    const { network, report } = result.value;
    expect(report).toMatchObject({ nodes: osm.nodes.length, ways: osm.ways.length, missing: 0 });
    const graph = openNetwork(network);
    const at = new Map(osm.nodes.map((node) => [node.id, node]));
    const real = osm.ways.reduce(
      (sum, { refs }) =>
        sum +
        refs
          .slice(1)
          .reduce(
            (part, ref, n) =>
              part + distance(at.get(refs[n] ?? 0) ?? { lat: 0, lon: 0 }, at.get(ref) ?? { lat: 0, lon: 0 }),
            0,
          ),
      0,
    );
    const kept = graph.lengthOfEdge.reduce((sum, length) => sum + length, 0);
    expect(Math.abs(kept / real - 1)).toBeLessThan(0.002);
    expect(positionOfPoint(graph, 0).lat).toBeCloseTo(osm.nodes[0]?.lat ?? 0, 6);
  });

  it('gives signs to the direction that they stand for', async () => {
    const network = await networkOf(
      osmXml(
        [
          {
            at: [
              [0, 0],
              [1, 0],
              [2, 0],
            ],
            tags: street,
          },
          {
            at: [
              [2, -1],
              [2, 0],
              [2, 1],
            ],
            tags: { highway: 'primary' },
          },
        ],
        { '1,0': { highway: 'stop', direction: 'forward' } },
      ),
    );
    const graph = openNetwork(network);
    expect(signsOf(graph, 0).map(({ kind }) => kind)).toEqual(['stop']);
    expect(signsOf(graph, 1)).toEqual([]);
  });

  it('is read in one-way order also when it runs backwards', async () => {
    const network = await networkOf(
      osmXml([
        {
          at: [
            [0, 0],
            [1, 0],
          ],
          tags: { ...street, oneway: '-1' },
        },
      ]),
    );
    const graph = openNetwork(network);
    expect(graph.roads[0]?.oneWay).toBe(true);
    expect(positionOfPoint(graph, graph.points[0] ?? 0).lon).toBeGreaterThan(0.001);
  });

  it('is refused when it is broken, with the line where', async () => {
    expect(await problemsOf('<osm>\n<node id="1" lat="2" lon="3">\n</osm>')).toMatch(/broken XML at 3:/);
    expect(await problemsOf('<gpx></gpx>')).toContain('its outermost element is <gpx>');
    expect(await problemsOf('<osm></osm>')).toContain('holds no road');
    expect(await problemsOf('')).toMatch(/broken XML/);
  });

  it('is refused with a DOCTYPE, so that no entity grows', async () => {
    const bomb = `<!DOCTYPE osm [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;">]><osm>&b;</osm>`;
    expect(await problemsOf(bomb)).toContain('DOCTYPE');
    expect(await problemsOf('<osm>&b;</osm>')).toMatch(/broken XML/);
  });

  it('is refused with coordinates that are nowhere', async () => {
    const xml = osmXml([
      {
        at: [
          [0, 0],
          [1, 0],
        ],
        tags: street,
      },
    ]).replace(/lat="[^"]*"/, 'lat="91"');
    expect(await problemsOf(xml)).toMatch(/lat is 91; allowed: -90 to 90/);
    expect(await problemsOf(xml.replace('lat="91"', ''))).toMatch(/lat is missing/);
  });

  it('tells how far it has come, and can be given up', async () => {
    const xml = [...writeOsm(makeCounty({ seed: 7, towns: 1, middle: { lat: 52, lon: -2 } }))].join('');
    const told: number[] = [];
    await read(xml, { onProgress: (characters) => told.push(characters) });
    expect(told.at(-1)).toBe(2 * xml.length);
    let asked = 0;
    await expect(read(xml, { cancelled: () => (asked += 1) > 3 })).rejects.toThrow(Cancelled);
  });
});

describe('a network file', () => {
  it('is refused when it names what is not there', async () => {
    const network = await countyNetwork();
    const broken = { ...network, edges: [...network.edges.slice(0, -1), 9_999_999] };
    const result = parseNetwork(broken);
    expect(result.ok ? '' : result.problems[0]?.message).toContain('a point that is not there');
    expect(parseNetwork({ ...network, lon: network.lon.slice(1) }).ok).toBe(false);
    expect(parseNetwork({ ...network, more: 1 }).ok).toBe(false);
  });
});

describe('a limit', () => {
  it.each([
    ['30 mph', 30 * MPH],
    ['50', 50 / 3.6],
    ['walk', null],
    [undefined, null],
    ['0', null],
  ])('%s is read', (text, speed) => {
    if (speed === null) expect(speedOf(text)).toBeNull();
    else expect(speedOf(text)).toBeCloseTo(speed, 9);
  });
});

describe('the county', () => {
  it('is the same for the same seed, and another for another', () => {
    const of = (seed: number) =>
      [...writeOsm(makeCounty({ seed, towns: 1, middle: { lat: 52, lon: -2 } }))].join('');
    expect(of(3)).toBe(of(3));
    expect(of(3)).not.toBe(of(4));
  });
});
