import { beforeAll, describe, expect, it } from '@jest/globals';
import { DirectedGraph } from 'graphology';
import { dijkstra } from 'graphology-shortest-path';
import { randomFrom } from '../random';
import { countyTraffic, networkOf, osmXml } from '../testing';
import { endOf, lengthOfArc, mayDrive, openNetwork, reverseOf, waysFrom } from './graph';
import { createSearch } from './path';
import { trafficOf, turnSeconds, type Traffic } from './traffic';

const street = (name: string) => ({ highway: 'residential', name, maxspeed: '30 mph' });

describe('a path', () => {
  let traffic: Traffic;
  beforeAll(async () => {
    traffic = await countyTraffic();
  });

  it('costs what a general-purpose graph library finds over the graph of all turns', () => {
    const { graph } = traffic;
    const oracle = new DirectedGraph();
    for (let arc = 0; arc < 2 * graph.edges; arc += 1) if (mayDrive(graph, arc)) oracle.addNode(arc);
    for (let arc = 0; arc < 2 * graph.edges; arc += 1) {
      if (!mayDrive(graph, arc)) continue;
      for (const next of waysFrom(graph, endOf(graph, arc))) {
        const turn = turnSeconds(traffic, arc, next);
        if (turn < Infinity) oracle.addEdge(arc, next, { cost: turn + (traffic.seconds[next] ?? 0) });
      }
    }
    const search = createSearch(traffic);
    const random = randomFrom(5);
    let [compared, unreachable] = [0, 0];
    while (compared < 120) {
      const [from, to] = [random, random].map((draw) => Math.floor(draw() * 2 * graph.edges));
      if (
        from === undefined ||
        to === undefined ||
        from === to ||
        !mayDrive(graph, from) ||
        !mayDrive(graph, to)
      )
        continue;
      compared += 1;
      const ours = search.path({ arc: from, along: 0 }, { arc: to, along: lengthOfArc(graph, to) });
      const theirs = dijkstra.bidirectional(oracle, from, to, 'cost');
      if (!theirs) {
        expect(ours).toBeNull();
        unreachable += 1;
        continue;
      }
      const cost = theirs
        .slice(1)
        .reduce(
          (sum, node, n) => sum + Number(oracle.getEdgeAttribute(theirs[n], node, 'cost')),
          traffic.seconds[from] ?? 0,
        );
      expect(ours?.seconds).toBeCloseTo(cost, 6);
    }
    expect(unreachable).toBeLessThan(30);
  });

  it('is made of arcs that follow each other and may be driven', () => {
    const { graph } = traffic;
    const search = createSearch(traffic);
    const path = search.path({ arc: 20, along: 0 }, { arc: 900, along: 1 });
    const arcs = path?.arcs ?? [];
    expect(arcs.length).toBeGreaterThan(3);
    arcs.slice(1).forEach((arc, n) => {
      expect(turnSeconds(traffic, arcs[n] ?? 0, arc)).toBeLessThan(Infinity);
      expect(waysFrom(graph, endOf(graph, arcs[n] ?? 0))).toContain(arc);
    });
  });

  it('within some seconds is reached at the cost of the path', () => {
    const search = createSearch(traffic);
    const from = { arc: 20, along: 0 };
    const reached = [...search.within(from, 240)];
    expect(reached.length).toBeGreaterThan(50);
    for (const [arc, seconds] of reached.slice(0, 60)) {
      if (arc === from.arc) continue;
      const path = search.path(from, { arc, along: lengthOfArc(traffic.graph, arc) });
      expect(path?.seconds).toBeCloseTo(seconds, 6);
    }
  });

  it('keeps to one-way streets, and goes round a closed road', async () => {
    const square = openNetwork(
      await networkOf(
        osmXml([
          {
            at: [
              [0, 0],
              [1, 0],
            ],
            tags: { ...street('South Row'), oneway: 'yes' },
          },
          {
            at: [
              [1, 0],
              [1, 1],
            ],
            tags: street('East Row'),
          },
          {
            at: [
              [1, 1],
              [0, 1],
            ],
            tags: street('North Row'),
          },
          {
            at: [
              [0, 1],
              [0, 0],
            ],
            tags: street('West Row'),
          },
          {
            at: [
              [0, 0],
              [-1, 0],
            ],
            tags: street('Outer Row'),
          },
          {
            at: [
              [1, 0],
              [2, 0],
            ],
            tags: street('Outer Row'),
          },
        ]),
      ),
    );
    const search = createSearch(trafficOf(square));
    const names = (arcs: readonly number[] = []) =>
      arcs.map((arc) => square.roads[square.roadOfEdge[arc >> 1] ?? 0]?.name);
    const [from, to] = [
      { arc: 9, along: 0 },
      { arc: 10, along: 10 },
    ];
    expect(names(search.path(from, to)?.arcs)).toEqual(['Outer Row', 'South Row', 'Outer Row']);
    expect(names(search.path(from, to, (arc) => arc >> 1 === 0)?.arcs)).toEqual([
      'Outer Row',
      'West Row',
      'North Row',
      'East Row',
      'Outer Row',
    ]);
    expect(names(search.path({ arc: 11, along: 0 }, { arc: 8, along: 10 })?.arcs)).not.toContain('South Row');
    expect(search.path(from, to, (arc) => arc === 10)).toBeNull();
  });

  it('turns round only where there is no other way', async () => {
    const dead = openNetwork(
      await networkOf(
        osmXml([
          {
            at: [
              [0, 0],
              [1, 0],
            ],
            tags: street('Short Row'),
          },
          {
            at: [
              [0, 0],
              [0, 1],
            ],
            tags: street('Long Row'),
          },
        ]),
      ),
    );
    const traffic = trafficOf(dead);
    expect(turnSeconds(traffic, 0, reverseOf(0))).toBe(traffic.delays.turnRound);
    expect(turnSeconds(traffic, 1, reverseOf(1))).toBe(Infinity);
  });

  it('takes no turn that is banned', async () => {
    const xml = osmXml([
      {
        at: [
          [0, 0],
          [1, 0],
        ],
        tags: street('West Row'),
      },
      {
        at: [
          [1, 0],
          [2, 0],
        ],
        tags: street('East Row'),
      },
      {
        at: [
          [1, 0],
          [1, 1],
        ],
        tags: street('North Row'),
      },
    ]).replace(
      '</osm>',
      '<relation id="1"><member type="way" ref="1" role="from"/><member type="node" ref="2" role="via"/><member type="way" ref="3" role="to"/><tag k="type" v="restriction"/><tag k="restriction" v="no_left_turn"/></relation></osm>',
    );
    const traffic = trafficOf(openNetwork(await networkOf(xml)));
    expect(turnSeconds(traffic, 0, 4)).toBe(Infinity);
    expect(turnSeconds(traffic, 0, 2)).toBeLessThan(Infinity);
    const only = trafficOf(openNetwork(await networkOf(xml.replace('no_left_turn', 'only_left_turn'))));
    expect(turnSeconds(only, 0, 4)).toBeLessThan(Infinity);
    expect(turnSeconds(only, 0, 2)).toBe(Infinity);
  });
});
