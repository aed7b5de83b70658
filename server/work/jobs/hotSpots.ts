import { sort } from 'd3-array';
import { everyRoad, openNetwork, trafficOf, type NetworkFile } from '../../../core/network';
import { courseOf, drawingOn, matchLine, routeOf, type Drawing, type Route } from '../../../core/route';
import type { HotSpotMark, MockView } from '../../../contract';
import { addSite, isAsked, placedDrive, tallyOf, type Site } from '../../../core/hotspot';
import { driveOf } from '../../../core/marking';
import { clockIn } from '../../../core/time';
import { gunzipSync } from 'node:zlib';
import {
  driveHeld,
  fixesOf,
  listNetworks,
  MANY_MOCKS,
  networkFile,
  placedMarks,
  placedRows,
  positionsOfLog,
  routeById,
  sitesHeld,
  spotsHeld,
  waysHeld,
  type Database,
  type HeldDrive,
  type LaidMock,
  type PlacedRow,
} from '../../store';
import type { HotSpotFilter, LaidAhead, ToldHotSpots } from '../job';
import { partOf } from './partOf';

/** Fewer fixes than this say nothing of a way. */
const LEAST_FIXES = 20;

/** So long mocks are laid for one answer, in milliseconds; the others come with the next. */
const ANSWER_TIME = 500;
/** The same for nobody yet: to find out what is missing takes as long in a large school, and is worth it less often. */
const AHEAD_TIME = 5_000;
/** And so many at most: all of them are held until they are kept, which takes longer. */
const AHEAD = 500;
/** So few are laid whole. */
const FEW = 100;

/** Where faults gather: from what was laid before, and from as many new mocks as there is time for. */
export async function hotSpots(db: Database, filter: HotSpotFilter): Promise<ToldHotSpots> {
  const tally = tallyOf(filter.marks);
  const missing: PlacedRow[] = [];
  // Drives on one route mostly have passed the same places, and marks gather: they are counted together.
  const ways: number[] = [];
  const spots: number[] = [];
  for await (const row of placedRows(db, filter)) {
    if (!row.counted) missing.push(row);
    else if (row.counted.unplaced !== null && within(row.startedAt, row.zone, filter.hours)) {
      const { unplaced, way, tally: own } = row.counted;
      tally.drive(unplaced);
      if (way !== null) more(ways, way);
      if (own !== '') for (const spot of own.split(' ')) more(spots, Number(spot));
    }
  }
  const sites = new Map<string, Site>();
  const keyOf = new Map<number, string>();
  for (const [id, site] of await sitesHeld(db)) {
    sites.set(site.key, site);
    keyOf.set(id, site.key);
  }
  const key = (site: number) => keyOf.get(site) ?? '';
  for (const [way, passes] of await waysHeld(db)) {
    const times = ways[way];
    if (times !== undefined) tally.pass(passes.map(key), times);
  }
  for (const [spot, mark] of await spotsHeld(db)) {
    const times = spots[spot];
    if (times !== undefined) tally.mark({ ...mark, site: key(mark.site) }, times);
  }
  const { laid, pending } = await layNew(
    db,
    sort(missing, ({ startedAt }) => startedAt).reverse(),
    // So many are laid ahead; for an answer one alone is.
    missing.length > MANY_MOCKS ? 0 : ANSWER_TIME,
  );
  for (const { mock, placed, sites: own } of laid) {
    if (!placed || !within(mock.startedAt, mock.zone, filter.hours)) continue;
    for (const site of own) addSite(sites, site);
    tally.drive(placed.unplaced);
    tally.pass(placed.passes, 1);
    for (const mark of placed.marks) tally.mark(mark, 1);
  }
  return {
    view: { ...tally.told(sites), pending },
    laid: laid.map(forKeeping),
  };
}

/** Counts by short numbers. */
function more(counts: number[], number: number): void {
  counts[number] = (counts[number] ?? 0) + 1;
}

/** The newest marks at a place. @returns null where nobody knows the place */
export async function marksAt(
  db: Database,
  key: string,
  filter: HotSpotFilter,
): Promise<readonly HotSpotMark[] | null> {
  const wanted = [...(await sitesHeld(db))].find(([, site]) => site.key === key)?.[0];
  if (wanted === undefined) return null;
  return (await placedMarks(db, filter, wanted))
    .filter((mark) => within(mark.startedAt, mark.zone, filter.hours) && isAsked(filter.marks, mark))
    .sort((a, b) => b.at.localeCompare(a.at))
    .slice(0, MARKS);
}

const MARKS = 200;

interface JustLaid extends Omit<LaidMock, 'mock'> {
  readonly mock: MockView;
}

/**
 * Lays mocks of the whole school that have no place yet, as many as there is time for.
 *
 * @param othersWait asked before each mock but the first: then the rest is left for another time
 */
export async function layAhead(db: Database, othersWait: () => boolean): Promise<LaidAhead> {
  const missing: PlacedRow[] = [];
  for await (const row of placedRows(db, { learner: null, route: null, mock: null, seenBy: null }))
    if (!row.counted) missing.push(row);
  // Those on one route after another: to read a route takes longer than to lay a mock onto it.
  const now = sort(missing, ({ from }) => from).slice(0, AHEAD);
  const { laid, pending } = await layNew(db, now, AHEAD_TIME, othersWait);
  return { laid: laid.map(forKeeping), pending: missing.length - now.length + pending };
}

const forKeeping = ({ mock, ...rest }: JustLaid): LaidMock => ({ ...rest, mock: mock.id });

/** Lays mocks that have no place yet onto their routes, or onto the roads by their tracks, one after the other. */
async function layNew(
  db: Database,
  missing: readonly PlacedRow[],
  time: number,
  othersWait = () => false,
): Promise<{ readonly laid: readonly JustLaid[]; readonly pending: number }> {
  const goOn = partOf(missing.length, FEW, time);
  const lay = layer(db);
  const laid: JustLaid[] = [];
  let read = 0;
  for (const { mock: id, from } of missing) {
    if (!goOn(read) || (read > 0 && othersWait())) break;
    read += 1;
    const positions = await positionsOfLog(db, id);
    const held = await driveHeld(db, id);
    if (!held) continue;
    const { mock } = held;
    laid.push({ mock, from, positions, revision: mock.revision, ...(await lay(held)) });
  }
  return { laid, pending: missing.length - read };
}

/** So many routes are held at once: one of a large school is a few hundred kilobytes. */
const MOST_ROUTES = 20;

/** Lays one drive after another; routes and networks are read when the first of them needs them. */
function layer(db: Database): (drive: HeldDrive) => Promise<Pick<LaidMock, 'placed' | 'sites'>> {
  const routes = new Map<string, Route | null>();
  let drawings: Promise<readonly Drawing[]> | null = null;
  const routeHeld = async (id: string): Promise<Route | null> => {
    const known = routes.get(id);
    if (known !== undefined) return known;
    const found = (await routeById(db, id))?.route ?? null;
    const [oldest] = routes.keys();
    if (routes.size >= MOST_ROUTES && oldest !== undefined) routes.delete(oldest);
    routes.set(id, found);
    return found;
  };
  return async ({ mock, standard, events }) => {
    const route = mock.route
      ? await routeHeld(mock.route.id)
      : await tracked(db, mock.id, () => (drawings ??= drawingsOf(db)));
    if (!route) return { placed: null, sites: [] };
    const sites = new Map<string, Site>();
    const placed = placedDrive(standard, driveOf(standard, events), route, sites);
    return { placed, sites: [...sites.values()] };
  };
}

/** Every network of the school, opened. */
async function drawingsOf(db: Database): Promise<readonly Drawing[]> {
  const drawings: Drawing[] = [];
  for (const { id, version } of await listNetworks(db)) {
    const file = await networkFile(db, id, version);
    if (!file) continue;
    const network = unpacked(file);
    if (!network) continue;
    const traffic = trafficOf(openNetwork(network));
    drawings.push(drawingOn(traffic, everyRoad));
  }
  return drawings;
}

/** Null when it cannot be made sense of: the places of the others are still told. */
function unpacked(file: Buffer): NetworkFile | null {
  try {
    return JSON.parse(gunzipSync(file).toString('utf8')) as NetworkFile;
  } catch {
    return null;
  }
}

/** The way of a drive that followed no route, from its track. */
async function tracked(
  db: Database,
  mock: string,
  drawingsHeld: () => Promise<readonly Drawing[]>,
): Promise<Route | null> {
  const fixes = await fixesOf(db, mock);
  if (fixes.length < LEAST_FIXES) return null;
  const line = fixes
    .flatMap((fix) => (fix.kind === 'fix' ? [fix] : []))
    .sort((a, b) => Date.parse(a.at) - Date.parse(b.at));
  for (const { traffic, snap, search } of await drawingsHeld()) {
    // A network on which the track does not lie gives nothing.
    const matched = matchLine(traffic, snap, search, line);
    if (!matched) continue;
    const course = courseOf(traffic, matched.arcs, matched.from, matched.to);
    const [start, end] = [course.line[0], course.line.at(-1)];
    if (start && end && course.line.length > 1)
      return routeOf(traffic, course, {
        id: mock,
        title: '',
        network: null,
        units: 'imperial',
        via: [start, end],
      });
  }
  return null;
}

/** Whether a drive began within hours of the day where it was driven. */
function within(startedAt: string, zone: string, hours: HotSpotFilter['hours']): boolean {
  if (hours === null) return true;
  const hour = Number(clockIn(startedAt, zone).slice(11, 13));
  return hour >= hours[0] && hour < hours[1];
}
