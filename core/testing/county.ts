import {
  makeCounty,
  openNetwork,
  readOsm,
  trafficOf,
  writeOsm,
  type NetworkFile,
  type Traffic,
} from '../network';

/** The demo county, as its importer reads it from its own extract. */
export async function countyNetwork(): Promise<NetworkFile> {
  const osm = makeCounty({ seed: 20_260_914, towns: 1, middle: { lat: 52.12, lon: -2.31 } });
  return networkOf([...writeOsm(osm)].join(''));
}

export const countyTraffic = async (): Promise<Traffic> => trafficOf(openNetwork(await countyNetwork()));

/** Reads an extract that is given as text. */
export async function networkOf(xml: string): Promise<NetworkFile> {
  const result = await readOsm({ chunks: () => pieces(xml), title: 'Test', source: '', drivingSide: 'left' });
  if (!result.ok) throw new Error(JSON.stringify(result.problems));
  return result.value.network;
}

/** A text in pieces of some size, as it comes from a file. */
export async function* pieces(text: string, size = 60_000): AsyncGenerator<string> {
  for (let n = 0; n < text.length; n += size) yield text.slice(n, n + size);
}

/**
 * A small extract of streets on a grid of so many metres: `streets` are lists of nodes `[column, row]`, each with
 * its tags; `nodes` adds tags to nodes.
 */
export function osmXml(
  streets: readonly {
    readonly at: readonly (readonly [number, number])[];
    readonly tags: Readonly<Record<string, string>>;
  }[],
  nodes: Readonly<Record<string, Readonly<Record<string, string>>>> = {},
  step = 200,
  bans: readonly {
    /** Indexes of streets. */
    readonly from: readonly number[];
    readonly via: readonly [number, number];
    readonly to: readonly number[];
    readonly tags: Readonly<Record<string, string>>;
  }[] = [],
): string {
  const ids = new Map<string, number>();
  const id = (at: readonly [number, number]) => {
    const key = at.join(',');
    const known = ids.get(key) ?? ids.size + 1;
    ids.set(key, known);
    return known;
  };
  const tagLines = (tags: Readonly<Record<string, string>>) =>
    Object.entries(tags)
      .map(([k, v]) => `<tag k="${k}" v="${v}"/>`)
      .join('');
  const ways = streets.map(
    ({ at, tags }, n) =>
      `<way id="${n + 1}">${at.map((one) => `<nd ref="${id(one)}"/>`).join('')}${tagLines(tags)}</way>`,
  );
  const degree = 111_195;
  const points = [...ids].map(([key, n]) => {
    const [column = 0, row = 0] = key.split(',').map(Number);
    return `<node id="${n}" lat="${(row * step) / degree}" lon="${(column * step) / degree}">${tagLines(nodes[key] ?? {})}</node>`;
  });
  const member = (type: string, ref: number, role: string) =>
    `<member type="${type}" ref="${ref}" role="${role}"/>`;
  const relations = bans.map(
    ({ from, via, to, tags }, n) =>
      `<relation id="${n + 1}">${from.map((way) => member('way', way + 1, 'from')).join('')}${member('node', id(via), 'via')}${to
        .map((way) => member('way', way + 1, 'to'))
        .join('')}${tagLines({ type: 'restriction', ...tags })}</relation>`,
  );
  return `<osm version="0.6">${points.join('')}${ways.join('')}${relations.join('')}</osm>`;
}
