import { expect, it } from '@jest/globals';
import { countyNetwork, networkOf, osmXml } from '../testing';
import { builtUpAreas } from './builtUp';
import { clipNetwork } from './clip';
import { parseNetwork } from './file';
import { openNetwork } from './graph';
import { namedRoads } from './namedRoads';

const street = (name: string, at: readonly (readonly [number, number])[], more = {}) => ({
  at,
  tags: { highway: 'residential', maxspeed: '30 mph', name, ...more },
});

it('joins the pieces of a named road over its junctions, and ends it where it forks', async () => {
  const network = await networkOf(
    osmXml([
      street('Mill Lane', [
        [0, 0],
        [1, 0],
        [2, 0],
      ]),
      street('Mill Lane', [
        [2, 0],
        [3, 0],
      ]),
      street('Side Street', [
        [1, 0],
        [1, 1],
      ]),
      // Three pieces of one name meet at one point.
      street(
        'Fork Road',
        [
          [5, 0],
          [6, 0],
        ],
        { ref: 'B1' },
      ),
      street(
        'Fork Road',
        [
          [6, 0],
          [7, 1],
        ],
        { ref: 'B1' },
      ),
      street(
        'Fork Road',
        [
          [6, 0],
          [7, -1],
        ],
        { ref: 'B1' },
      ),
      street(
        'Fork Road',
        [
          [3, 0],
          [5, 0],
        ],
        { ref: 'B1' },
      ),
    ]),
  );
  const roads = namedRoads(openNetwork(network));
  const of = (text: string) => roads.filter((road) => road.text === text);
  expect(of('Mill Lane').map(({ length }) => Math.round(length / 10))).toEqual([60]);
  expect(of('Side Street').map(({ x }) => x.length)).toEqual([2]);
  expect(of('Fork Road').map(({ length }) => Math.round(length / 10))).toEqual([60, 28, 28]);
  expect(of('B1').every(({ number }) => number)).toBe(true);
  expect(of('B1')).toHaveLength(3);
});

it('goes once round a ring that has one name', async () => {
  const [ring] = namedRoads(
    openNetwork(
      await networkOf(
        osmXml([
          street('Ring', [
            [0, 0],
            [1, 0],
            [1, 1],
            [0, 1],
            [0, 0],
          ]),
        ]),
      ),
    ),
  );
  expect(Math.round((ring?.length ?? 0) / 10)).toBe(80);
});

it('tells towns and villages of an extract, and opens files from before there were any', async () => {
  const network = await countyNetwork();
  expect(network.places.map(({ name, kind }) => [name, kind])).toEqual([
    ['Pellam Cross', 'town'],
    ['Kiln Green', 'suburb'],
    ['Larkrise', 'suburb'],
    ['Foundry Park', 'suburb'],
    ['Weir Side', 'suburb'],
    ['Thorn Hill', 'suburb'],
    ['Ostrey', 'village'],
    ['Cadder Mill', 'village'],
    ['Nether Sallow', 'village'],
  ]);
  const { places: _places, ...older } = network;
  const read = parseNetwork(JSON.parse(JSON.stringify(older)));
  expect(read.ok && read.value.places).toEqual([]);
  expect(openNetwork(older).places).toEqual([]);
});

it('finds the town, its estates and the villages built up, and no open country', async () => {
  const graph = openNetwork(await countyNetwork());
  const rings = builtUpAreas(graph);
  const inside = (x: number, y: number) =>
    rings.filter((ring) => {
      let odd = false;
      for (let n = 0; n + 3 < ring.length; n += 2) {
        const [ax = 0, ay = 0, bx = 0, by = 0] = ring.subarray(n, n + 4);
        if (ay > y !== by > y && x < ax + ((y - ay) / (by - ay)) * (bx - ax)) odd = !odd;
      }
      return odd;
    }).length %
      2 ===
    1;
  expect(graph.places.filter(({ x, y }) => !inside(x, y))).toEqual([]);
  // Half way from the town to each village there are fields.
  const town = graph.places.find(({ kind }) => kind === 'town');
  const villages = graph.places.filter(({ kind }) => kind === 'village');
  expect(villages).toHaveLength(3);
  for (const { x, y } of villages)
    expect(inside((2 * x + (town?.x ?? 0)) / 3, (2 * y + (town?.y ?? 0)) / 3)).toBe(false);
});

it('leaves nothing built up where there are only roads between towns', async () => {
  const lane = { highway: 'unclassified', maxspeed: '60 mph' };
  const network = await networkOf(
    osmXml([
      {
        at: [
          [0, 0],
          [9, 0],
        ],
        tags: lane,
      },
    ]),
  );
  expect(builtUpAreas(openNetwork(network))).toEqual([]);
});

it('clips a network to a part: its roads as they were, its places, nothing of the rest', async () => {
  const network = await countyNetwork();
  const whole = openNetwork(network);
  const part = openNetwork(clipNetwork(network, { south: 52.11, west: -2.33, north: 52.13, east: -2.29 }));
  expect(part.edges).toBeGreaterThan(100);
  expect(part.edges).toBeLessThan(whole.edges);
  expect(part.places.map(({ name }) => name)).toContain('Pellam Cross');
  expect(part.places.map(({ name }) => name)).not.toContain('Ostrey');
  // Every piece is one of the whole, of the same road and as long.
  const key = ({ roads, roadOfEdge, lengthOfEdge }: typeof whole, e: number) =>
    `${roads[roadOfEdge[e] ?? 0]?.name} ${(lengthOfEdge[e] ?? 0).toFixed(3)}`;
  const known = new Set(Array.from({ length: whole.edges }, (_, e) => key(whole, e)));
  expect(Array.from({ length: part.edges }, (_, e) => key(part, e)).filter((one) => !known.has(one))).toEqual(
    [],
  );
  expect(clipNetwork(network, { south: 10, west: 10, north: 11, east: 11 }).edges).toEqual([]);
});
