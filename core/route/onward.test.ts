import { beforeAll, describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { distance } from '../geo';
import { openNetwork, trafficOf } from '../network';
import { countyTraffic, gridPosition, networkOf, osmXml } from '../testing';
import { drawingOn, drawThrough, type Drawing } from './draw';
import { headingAtEnd, onwardFrom, type Onward } from './onward';

const street = (name: string, at: readonly (readonly [number, number])[], more = {}) => ({
  at,
  tags: { highway: 'residential', maxspeed: '30 mph', name, ...more },
});
async function drawingOf(...streets: Parameters<typeof osmXml>[0]): Promise<Drawing> {
  const traffic = trafficOf(openNetwork(await networkOf(osmXml(streets))));
  return drawingOn(traffic);
}
const words = (ways: readonly Onward[]) => ways.map(({ way, road }) => `${way} ${road}`);
const EAST = Math.PI / 2;

describe('ways to go on', () => {
  it('at a crossroads are left, straight and right, each as far as its next junction', async () => {
    const drawing = await drawingOf(
      street('Mill Row', [
        [0, 0],
        [1, 0],
        [2, 0],
      ]),
      street('Cadder Street', [
        [1, -1],
        [1, 0],
        [1, 1],
      ]),
      street('End Road', [
        [2, -1],
        [2, 0],
        [2, 1],
      ]),
    );
    const ways = onwardFrom(drawing, gridPosition(0.5, 0), EAST);
    expect(words(ways)).toEqual(['left Cadder Street', 'straight Mill Row', 'right Cadder Street']);
    // Straight on leads to a little before the next junction; left to the dead end.
    expect(Math.round(distance(ways[1]?.position ?? gridPosition(0, 0), gridPosition(2, 0)))).toBe(12);
    expect(Math.round(distance(ways[0]?.position ?? gridPosition(0, 0), gridPosition(1, 1)))).toBe(0);
  });

  it('at the start go both ways along the road, on a one-way road one', async () => {
    const two = await drawingOf(
      street('Mill Row', [
        [0, 0],
        [2, 0],
      ]),
    );
    expect(words(onwardFrom(two, gridPosition(1, 0), null))).toEqual(['along Mill Row', 'along Mill Row']);
    const one = await drawingOf(
      street(
        'Mill Row',
        [
          [0, 0],
          [2, 0],
        ],
        { oneway: 'yes' },
      ),
    );
    expect(words(onwardFrom(one, gridPosition(1, 0), null))).toEqual(['along Mill Row']);
    expect(onwardFrom(one, { lat: 10, lon: 10 }, null)).toEqual([]);
  });

  it('at a dead end turn round, and bends without a choice are followed', async () => {
    const drawing = await drawingOf(
      street('Mill Row', [
        [0, 0],
        [1, 0],
      ]),
      street('Bend Road', [
        [1, 0],
        [1, 1],
      ]),
      street('Far Road', [
        [1, 1],
        [2, 1],
      ]),
    );
    const [on, ...more] = onwardFrom(drawing, gridPosition(0.5, 0), EAST);
    expect(more).toEqual([]);
    // From the first road through the bend to the far end there is nothing to choose.
    expect(on?.way).toBe('back');
    expect(words(onwardFrom(drawing, gridPosition(1.9, 1), EAST))).toEqual(['back Far Road']);
  });
});

describe('in a county', () => {
  let drawing: Drawing;
  beforeAll(async () => {
    const traffic = await countyTraffic();
    drawing = drawingOn(traffic);
  });

  it('whatever is chosen, a route can be drawn that way, junction by junction', () => {
    let steps = 0;
    fc.assert(
      fc.property(
        fc.record({
          lat: fc.double({ min: 52.11, max: 52.13, noNaN: true }),
          lon: fc.double({ min: -2.33, max: -2.29, noNaN: true }),
        }),
        fc.array(fc.nat(), { minLength: 3, maxLength: 7 }),
        (at, choices) => {
          const start = drawing.snap.near(at, 200)[0]?.position;
          fc.pre(start !== undefined);
          if (!start) return;
          const via = [start];
          let heading: number | null = null;
          for (const choice of choices) {
            const ways = onwardFrom(drawing, via.at(-1) ?? start, heading);
            const next = ways[choice % ways.length];
            // A one-way road can end where nobody may go on.
            if (!next) return;
            via.push(next.position);
            const drawn = drawThrough(drawing, via, { id: 'r', title: 'R', network: null, units: 'metric' });
            if (!drawn.ok) throw new Error(JSON.stringify(drawn.problems));
            heading = headingAtEnd(drawn.value.route.line);
            steps += 1;
          }
        },
      ),
      { numRuns: 25 },
    );
    expect(steps).toBeGreaterThan(50);
  });
});
