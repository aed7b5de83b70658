import { endOf, openNetwork, reverseOf, trafficOf, turnSeconds, waysFrom, type Traffic } from '../network';
import { networkOf, osmXml } from './county';

/** Three rows and three streets: nine junctions, with a mini-roundabout in the middle. All its loops can be gone through. */
export async function nineJunctions(): Promise<Traffic> {
  const line = [0, 1, 2];
  const road = (name: string, at: readonly (readonly [number, number])[]) => ({
    at,
    tags: { highway: 'residential', name, maxspeed: '30 mph' },
  });
  const xml = osmXml(
    [
      ...line.map((n) =>
        road(
          `Row ${n}`,
          line.map((column) => [column, n] as const),
        ),
      ),
      ...line.map((n) =>
        road(
          `Street ${n}`,
          line.map((row) => [n, row] as const),
        ),
      ),
    ],
    { '1,1': { highway: 'mini_roundabout' }, '2,0': { ele: '5' } },
  );
  return trafficOf(openNetwork(await networkOf(xml)));
}

/** The best score of all loops from an arc back to it that take so many seconds at most: every one is tried. */
export function bestOfEveryLoop(
  traffic: Traffic,
  home: number,
  most: number,
  scoreOf: (arcs: readonly number[]) => number,
): number {
  const { graph } = traffic;
  let best = -Infinity;
  const walk = (arcs: readonly number[], seconds: number) => {
    const last = arcs.at(-1) ?? 0;
    if (arcs.length > 1 && last === home) best = Math.max(best, scoreOf(arcs));
    if (seconds > most) return;
    for (const next of waysFrom(graph, endOf(graph, last))) {
      if (next === reverseOf(last)) continue;
      walk([...arcs, next], seconds + turnSeconds(traffic, last, next) + (traffic.seconds[next] ?? 0));
    }
  };
  walk([home], traffic.seconds[home] ?? 0);
  return best;
}
