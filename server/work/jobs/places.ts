import { createSearch, createSnap, openNetwork, trafficOf, type NetworkFile } from '../../../core/network';
import { courseOf, matchLine, routeOf, type Drawing, type Route } from '../../../core/route';
import { placedDrive, type Site } from '../../../core/hotspot';
import { driveOf } from '../../../core/marking';
import { gunzipSync } from 'node:zlib';
import { drivesOfSchool, fixesOf, listNetworks, networkFile, routeById, type Database } from '../../store';
import type { PlacedSchool, PlacedTest } from '../job';

/** Fewer fixes than this say nothing of a way. */
const LEAST_FIXES = 20;

/** Lays every drive of the school onto its route, or onto the roads by its track. */
export async function placeAll(db: Database): Promise<PlacedSchool> {
  const sites = new Map<string, Site>();
  const drives: PlacedTest[] = [];
  const routes = new Map<string, Route | null>();
  const drawings = await drawingsOf(db);
  const routeHeld = async (id: string): Promise<Route | null> => {
    const known = routes.get(id);
    if (known !== undefined) return known;
    const found = (await routeById(db, id))?.route ?? null;
    routes.set(id, found);
    return found;
  };
  for await (const { drives: some } of drivesOfSchool(db))
    for (const { test, standard, events } of some) {
      const route = test.route ? await routeHeld(test.route.id) : await tracked(db, test.id, drawings);
      if (!route) continue;
      const drive = driveOf(standard, events);
      const placed = placedDrive(standard, drive, route, sites);
      const { id, learner, startedAt, zone } = test;
      drives.push({ test: id, learner, route: test.route, startedAt, zone, ...placed });
    }
  return { sites: [...sites.values()], drives };
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
    drawings.push({ traffic, snap: createSnap(traffic.graph), search: createSearch(traffic) });
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
async function tracked(db: Database, test: string, drawings: readonly Drawing[]): Promise<Route | null> {
  const fixes = await fixesOf(db, test);
  if (fixes.length < LEAST_FIXES) return null;
  const line = fixes
    .flatMap((fix) => (fix.kind === 'fix' ? [fix] : []))
    .sort((a, b) => Date.parse(a.at) - Date.parse(b.at));
  for (const { traffic, snap, search } of drawings) {
    // A network on which the track does not lie gives nothing.
    const matched = matchLine(traffic, snap, search, line);
    if (!matched) continue;
    const course = courseOf(traffic, matched.arcs, matched.from, matched.to);
    const [start, end] = [course.line[0], course.line.at(-1)];
    if (start && end && course.line.length > 1)
      return routeOf(traffic, course, {
        id: test,
        title: '',
        network: null,
        units: 'imperial',
        via: [start, end],
      });
  }
  return null;
}
