/** Words on a node or way of OpenStreetMap, key to value. */
export type Tags = Readonly<Record<string, string>>;

/** Parts of OpenStreetMap XML, as far as roads need them. */
export interface OsmNode {
  readonly id: number;
  readonly lat: number;
  readonly lon: number;
  readonly tags: Tags;
}

export interface OsmWay {
  readonly id: number;
  readonly refs: readonly number[];
  readonly tags: Tags;
}

/** A turn that is banned at a node, as a relation. */
export interface OsmBan {
  readonly id: number;
  readonly from: number;
  readonly via: number;
  readonly to: number;
  readonly kind: string;
}

export interface OsmData {
  readonly nodes: readonly OsmNode[];
  readonly ways: readonly OsmWay[];
  readonly bans: readonly OsmBan[];
}

/** A node, way or relation as it is read. */
export interface OsmElement {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly tags: Record<string, string>;
  readonly refs: number[];
  readonly members: { readonly type: string; readonly ref: string; readonly role: string }[];
}

const escapes: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
const text = (value: string | number): string =>
  String(value).replace(/[&<>"]/g, (sign) => escapes[sign] ?? sign);

/** Writes OpenStreetMap XML, some lines at a time, so that a large one need not be held whole. */
export function* writeOsm({ nodes, ways, bans }: OsmData): Generator<string> {
  yield '<?xml version="1.0" encoding="UTF-8"?>\n<osm version="0.6" generator="jasperwren">\n';
  const tagLines = (tags: Tags) =>
    Object.entries(tags).map(([key, value]) => `<tag k="${text(key)}" v="${text(value)}"/>`);
  const element = (name: string, head: string, inside: readonly string[]) =>
    inside.length === 0 ? `<${name} ${head}/>\n` : `<${name} ${head}>${inside.join('')}</${name}>\n`;
  for (const { id, lat, lon, tags } of nodes)
    yield element('node', `id="${id}" lat="${lat.toFixed(7)}" lon="${lon.toFixed(7)}"`, tagLines(tags));
  for (const { id, refs, tags } of ways)
    yield element('way', `id="${id}"`, [...refs.map((ref) => `<nd ref="${ref}"/>`), ...tagLines(tags)]);
  for (const { id, from, via, to, kind } of bans)
    yield element('relation', `id="${id}"`, [
      `<member type="way" ref="${from}" role="from"/>`,
      `<member type="node" ref="${via}" role="via"/>`,
      `<member type="way" ref="${to}" role="to"/>`,
      ...tagLines({ type: 'restriction', restriction: kind }),
    ]);
  yield '</osm>\n';
}
