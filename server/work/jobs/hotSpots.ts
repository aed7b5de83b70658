import { everyRoad, openNetwork, trafficOf, type NetworkFile } from '../../../core/network';
import { courseOf, drawingOn, matchLine, routeOf, type Drawing, type Route } from '../../../core/route';
import type { MockView } from '../../../contract';
import { placedDrive, type PlacedDrive, type Site } from '../../../core/hotspot';
import { driveOf } from '../../../core/marking';
import { gunzipSync } from 'node:zlib';
import {
  drivesOf,
  fixesOf,
  listNetworks,
  networkFile,
  routeById,
  statesOfDrives,
  mocksOfSchool,
  type Database,
  type HeldDrive,
} from '../../store';
import type { PlacedSchool, PlacedMock } from '../job';

/** Fewer fixes than this say nothing of a way. */
const LEAST_FIXES = 20;

/** One mock as it was laid, and of what state of it. */
interface Laid {
  readonly state: string;
  /** Null for a mock of which nobody knows where it went. */
  readonly placed: PlacedDrive | null;
  readonly sites: readonly Site[];
}

/** What was laid before, by database and mock, while this worker lives: of a large school only a little is new. */
const laid = new Map<string, ReadonlyMap<string, Laid>>();

/** Lays every drive of the school onto its route, or onto the roads by its track. */
export async function placeAll(databaseFile: string, db: Database): Promise<PlacedSchool> {
  const before = laid.get(databaseFile) ?? new Map<string, Laid>();
  const states = await statesOfDrives(db);
  const now = new Map<string, Laid>();
  const lay = layer(db);
  const sites = new Map<string, Site>();
  const drives: PlacedMock[] = [];
  for await (const mocks of mocksOfSchool(db)) {
    const isNew = ({ id }: MockView) => before.get(id)?.state !== states.get(id);
    const fresh = new Map<string, Laid>();
    for (const drive of await drivesOf(db, mocks.filter(isNew)))
      fresh.set(drive.mock.id, await lay(drive, states.get(drive.mock.id) ?? ''));
    for (const mock of mocks) {
      const one = fresh.get(mock.id) ?? (isNew(mock) ? undefined : before.get(mock.id));
      if (!one) continue;
      now.set(mock.id, one);
      if (!one.placed) continue;
      for (const site of one.sites) if (!sites.has(site.key)) sites.set(site.key, site);
      const { id, learner, startedAt, zone, route } = mock;
      drives.push({ mock: id, learner, route, startedAt, zone, ...one.placed });
    }
  }
  laid.set(databaseFile, now);
  return { sites: [...sites.values()], drives };
}

/** Lays one drive after another; routes and networks are read when the first of them needs them. */
function layer(db: Database): (drive: HeldDrive, state: string) => Promise<Laid> {
  const routes = new Map<string, Route | null>();
  let drawings: Promise<readonly Drawing[]> | null = null;
  const routeHeld = async (id: string): Promise<Route | null> => {
    const known = routes.get(id);
    if (known !== undefined) return known;
    const found = (await routeById(db, id))?.route ?? null;
    routes.set(id, found);
    return found;
  };
  return async ({ mock, standard, events }, state) => {
    const route = mock.route
      ? await routeHeld(mock.route.id)
      : await tracked(db, mock.id, () => (drawings ??= drawingsOf(db)));
    if (!route) return { state, placed: null, sites: [] };
    const sites = new Map<string, Site>();
    const placed = placedDrive(standard, driveOf(standard, events), route, sites);
    return { state, placed, sites: [...sites.values()] };
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
