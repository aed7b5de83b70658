import { SaxesParser } from 'saxes';
import { failed, parsed, type Parsed, Broken } from '../problems';
import { MOST_EDGES, MOST_PLACES, MOST_POINTS, NETWORK_FORMAT, PER_DEGREE, type NetworkFile } from './file';
import type { OsmElement, Tags } from './osm';
import { placeKinds, signKinds, type Road } from './road';
import { barrierOf, standsAcross, type Stopped } from './access';
import { blockedNodes, type Line } from './barriers';
import { restrictionOf, type Ban, type Restriction } from './restrictions';
import { placeOf, roadOf, signOf } from './tags';
import { problem } from './problems';

export interface OsmSource {
  /** The text of the extract, from its beginning, each time it is asked for: it is read twice. */
  readonly chunks: () => AsyncIterable<string>;
  readonly title: string;
  readonly source: string;
  readonly drivingSide: 'left' | 'right';
  /** Told of the characters read so far, over both readings. */
  readonly onProgress?: (characters: number) => void;
  /** Asked now and then; what was read is given up when it says so. */
  readonly cancelled?: () => boolean;
}

/** What an extract held, for the person who brought it. */
export interface OsmReport {
  readonly nodes: number;
  readonly ways: number;
  /** Ways that cars drive on. */
  readonly roads: number;
  readonly edges: number;
  readonly points: number;
  /** Pieces whose limit is assumed by class. */
  readonly speedsAssumed: number;
  /** Nodes that ways name and the extract does not hold, as at its border. */
  readonly missing: number;
  readonly bans: number;
  /** Of these, turns that are banned at some hours only, and taken as banned always. */
  readonly bansAssumed: number;
  /** Turns banned by way of a whole road, which are not read. */
  readonly bansUnread: number;
  /** Places at which a barrier stops cars. */
  readonly barriers: number;
  /** Of these, gates that do not say who may pass, and are taken as shut. */
  readonly barriersAssumed: number;
  /** Roads that are open or one-way at some hours only, and taken as their other tags have them. */
  readonly conditional: number;
  /** Towns and villages with a name. */
  readonly places: number;
}

/** Thrown when the reading was cancelled. */
export class Cancelled extends Error {}

interface Way {
  readonly id: string;
  readonly road: Road;
  readonly refs: readonly number[];
}

const HOLDERS = new Set(['node', 'way', 'relation']);

/**
 * Reads an OpenStreetMap XML extract into a road network: once for the ways and the turns that are banned, and
 * once more for the nodes that they need, so that what is held at once does not grow with what is no road.
 * Declarations of entities are refused.
 */
export async function readOsm(
  from: OsmSource,
): Promise<Parsed<{ readonly network: NetworkFile; readonly report: OsmReport }>> {
  try {
    const first = await readWays(from);
    const second = await readNodes(from, first);
    return joined(from, first, second);
  } catch (error) {
    if (error instanceof Broken) return failed([error.problem]);
    throw error;
  }
}

/** Reads the whole text, and tells each node, way or relation as it ends. */
async function readElements(
  { chunks, onProgress, cancelled }: OsmSource,
  before: number,
  wanted: ReadonlySet<string>,
  onElement: (element: OsmElement, where: () => string) => void,
): Promise<number> {
  const parser = new SaxesParser({ position: true });
  const where = () => `line ${parser.line}`;
  let open: OsmElement | null = null;
  let depth = 0;
  let characters = before;
  parser.on('error', (error) => {
    throw new Broken(problem('', 'broken-xml', { where: error.message }));
  });
  parser.on('doctype', () => {
    throw new Broken(problem('', 'doctype'));
  });
  parser.on('opentag', (tag) => {
    const { name } = tag;
    const attributes = tag.attributes as Record<string, string>;
    depth += 1;
    if (depth === 1 && name !== 'osm')
      throw new Broken(problem('', 'no-osm', { element: name.slice(0, 40) }));
    if (depth === 2 && HOLDERS.has(name))
      open = wanted.has(name) ? { name, attributes, tags: {}, refs: [], members: [] } : null;
    else if (depth === 3 && open) {
      const { k, v, ref, type, role } = attributes;
      if (name === 'tag' && k !== undefined && v !== undefined) open.tags[k] = v;
      else if (name === 'nd') open.refs.push(Number(ref));
      else if (name === 'member') open.members.push({ type: type ?? '', ref: ref ?? '', role: role ?? '' });
    }
  });
  parser.on('closetag', () => {
    if (depth === 2 && open) onElement(open, where);
    if (depth === 2) open = null;
    depth -= 1;
  });
  for await (const chunk of chunks()) {
    if (cancelled?.()) throw new Cancelled('cancelled');
    parser.write(chunk);
    characters += chunk.length;
    onProgress?.(characters);
  }
  parser.close();
  return characters;
}

interface Ways {
  readonly ways: readonly Way[];
  readonly lines: readonly Line[];
  readonly restrictions: readonly Restriction[];
  readonly seen: number;
  readonly characters: number;
}

async function readWays(from: OsmSource): Promise<Ways> {
  const ways: Way[] = [];
  const lines: Line[] = [];
  const restrictions: Restriction[] = [];
  let seen = 0;
  let points = 0;
  const characters = await readElements(from, 0, new Set(['way', 'relation']), (element, where) => {
    const { name, attributes, tags, refs } = element;
    if (name === 'relation') {
      const restriction = restrictionOf(element);
      if (restriction) restrictions.push(restriction);
      return;
    }
    seen += 1;
    const found = roadOf(tags);
    const stopped = barrierOf(tags) ?? 'passes';
    const line =
      tags.highway === undefined && stopped !== 'passes'
        ? { refs, stopped, across: standsAcross(tags) }
        : null;
    if (!found && !line) return;
    if (refs.some((ref) => !Number.isSafeInteger(ref)))
      throw new Broken(problem('', 'no-node', { where: where() }));
    points += refs.length;
    if (points > 2 * MOST_POINTS) throw new Broken(problem('', 'too-many-points', { most: MOST_POINTS }));
    if (line) lines.push(line);
    if (!found) return;
    ways.push({
      id: attributes.id ?? '',
      road: found.road,
      refs: found.backwards ? [...refs].reverse() : refs,
    });
  });
  return { ways, lines, restrictions, seen, characters };
}

interface Nodes {
  /** Place of each node in the lists below, by its id. */
  readonly index: ReadonlyMap<number, number>;
  readonly lat: readonly number[];
  readonly lon: readonly number[];
  readonly ele: readonly number[] | null;
  readonly signs: ReadonlyMap<number, Tags>;
  readonly barriers: ReadonlyMap<number, Stopped>;
  readonly places: NetworkFile['places'];
  readonly seen: number;
}

async function readNodes(from: OsmSource, { ways, characters }: Ways): Promise<Nodes> {
  const wanted = new Set<number>();
  for (const { refs } of ways) for (const ref of refs) wanted.add(ref);
  if (wanted.size > MOST_POINTS) throw new Broken(problem('', 'too-many-points', { most: MOST_POINTS }));
  const index = new Map<number, number>();
  const [lat, lon, ele]: [number[], number[], number[]] = [[], [], []];
  const signs = new Map<number, Tags>();
  const barriers = new Map<number, Stopped>();
  const places = new Map<number, NetworkFile['places'][number]>();
  let [seen, heights] = [0, 0];
  await readElements(from, characters, new Set(['node']), ({ attributes, tags }, where) => {
    seen += 1;
    const id = Number(attributes.id);
    const place = placeOf(tags);
    if ((!wanted.has(id) || index.has(id)) && !place) return;
    const degrees = (key: 'lat' | 'lon', most: number) => {
      const value = Number(attributes[key] ?? NaN);
      if (!(Math.abs(value) <= most))
        throw new Broken(
          problem('', 'no-degrees', { where: where(), key, found: attributes[key] ?? 'missing', most }),
        );
      return Math.round(value * PER_DEGREE);
    };
    if (place) places.set(id, { ...place, lat: degrees('lat', 90), lon: degrees('lon', 180) });
    if (!wanted.has(id) || index.has(id)) return;
    index.set(id, lat.length);
    lat.push(degrees('lat', 90));
    lon.push(degrees('lon', 180));
    const height = Number.parseFloat(tags.ele ?? '');
    if (Number.isFinite(height)) heights += 1;
    ele.push(Number.isFinite(height) ? Math.round(height * 10) : 0);
    if (signOf(tags)) signs.set(id, tags);
    const stopped = barrierOf(tags);
    if (stopped) barriers.set(id, stopped);
  });
  // Heights of a few points only would make hills of all others.
  const known = [...places.values()]
    .sort((a, b) => placeKinds.indexOf(a.kind) - placeKinds.indexOf(b.kind))
    .slice(0, MOST_PLACES);
  return {
    index,
    lat,
    lon,
    ele: heights > 0.9 * lat.length ? ele : null,
    signs,
    barriers,
    places: known,
    seen,
  };
}

function joined(
  { title, source, drivingSide }: OsmSource,
  { ways, lines, restrictions, seen }: Ways,
  nodes: Nodes,
): Parsed<{ readonly network: NetworkFile; readonly report: OsmReport }> {
  const { index, signs } = nodes;
  const whole = ways
    .map((way) => ({ ...way, refs: way.refs.filter((ref) => index.has(ref)) }))
    .filter(({ refs }) => refs.length > 1);
  const missing = ways.reduce((sum, { refs }) => sum + refs.filter((ref) => !index.has(ref)).length, 0);
  const uses = new Map<number, number>();
  for (const { refs } of whole)
    refs.forEach((ref, n) =>
      uses.set(ref, (uses.get(ref) ?? 0) + (n === 0 || n === refs.length - 1 ? 2 : 1)),
    );

  const blocked = blockedNodes(whole, lines, nodes.barriers);
  for (const ref of blocked.keys()) uses.set(ref, 2);
  const [lat, lon, ele] = [[...nodes.lat], [...nodes.lon], nodes.ele && [...nodes.ele]];
  const taken = new Set<number>();
  const at = (ref: number) => index.get(ref) ?? 0;
  /** Where a piece ends: at a barrier each has a point of its own, so that nothing leads from one into another. */
  const endAt = (ref: number): number => {
    const point = at(ref);
    if (!blocked.has(ref) || !taken.has(ref)) {
      taken.add(ref);
      return point;
    }
    lon.push(lon[point] ?? 0);
    ele?.push(ele[point] ?? 0);
    return lat.push(lat[point] ?? 0) - 1;
  };

  const roads: Road[] = [];
  const roadIndex = new Map<string, number>();
  const edges: number[] = [];
  const signed: number[] = [];
  const piecesOf = new Map<string, { readonly piece: number; readonly ends: readonly [number, number] }[]>();
  let [pieces, speedsAssumed] = [0, 0];
  for (const { id, road, refs } of whole) {
    const key = JSON.stringify(road);
    const of = roadIndex.get(key) ?? roads.push(road) - 1;
    roadIndex.set(key, of);
    let start = 0;
    for (let n = 1; n < refs.length; n += 1) {
      if ((uses.get(refs[n] ?? 0) ?? 0) < 2 && n < refs.length - 1) continue;
      const part = refs.slice(start, n + 1);
      start = n;
      const points = part.map((ref, k) => (k === 0 || k === part.length - 1 ? endAt(ref) : at(ref)));
      edges.push(of, part.length, ...differences(points));
      const kin = piecesOf.get(id) ?? [];
      kin.push({ piece: pieces, ends: [part[0] ?? 0, part.at(-1) ?? 0] });
      piecesOf.set(id, kin);
      pieces += 1;
      if (road.speedAssumed) speedsAssumed += 1;
    }
    refs.forEach((ref, n) => {
      const sign = signOf(signs.get(ref) ?? {});
      if (!sign) return;
      const next =
        sign.facing === 'forward' ? refs[n + 1] : sign.facing === 'backward' ? refs[n - 1] : undefined;
      signed.push(at(ref), signKinds.indexOf(sign.kind), next === undefined ? -1 : at(next));
    });
  }
  if (pieces === 0) return failed([problem('', 'no-road')]);
  if (pieces > MOST_EDGES)
    return failed([problem('', 'too-many-pieces', { found: pieces, most: MOST_EDGES })]);
  const bansAt = (some: readonly Ban[]) =>
    some.flatMap(({ from, via, to, only }) => {
      const touching = (way: string) => (piecesOf.get(way) ?? []).filter(({ ends }) => ends.includes(via));
      const [into] = touching(from);
      const [out] = touching(to);
      return into && out && index.has(via) ? [[into.piece, at(via), out.piece, only ? 1 : 0]] : [];
    });
  const banned = restrictions.flatMap(({ bans, assumed }) => bansAt(bans).map((ban) => ({ ban, assumed })));
  const network: NetworkFile = {
    format: NETWORK_FORMAT,
    title,
    source,
    drivingSide,
    lat: differences(lat),
    lon: differences(lon),
    ele: ele && differences(ele),
    roads,
    edges,
    signs: signed,
    bans: banned.flatMap(({ ban }) => ban),
    places: nodes.places,
  };
  return parsed({
    network,
    report: {
      nodes: nodes.seen,
      ways: seen,
      roads: whole.length,
      edges: pieces,
      points: lat.length,
      speedsAssumed,
      missing,
      bans: banned.length,
      bansAssumed: banned.filter(({ assumed }) => assumed).length,
      bansUnread: restrictions.filter(({ bans }) => bans.length === 0).length,
      barriers: blocked.size,
      barriersAssumed: [...blocked.values()].filter((stopped) => stopped === 'assumed').length,
      conditional: whole.filter(({ road }) => road.when !== '').length,
      places: nodes.places.length,
    },
  });
}

const differences = (values: readonly number[]): number[] =>
  values.map((value, n) => value - (n === 0 ? 0 : (values[n - 1] ?? 0)));
