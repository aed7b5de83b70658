import type { Drive } from '../marking';
import { compileStandard, type Gravity, type Standard } from '../standard';
import type { Route } from '../route';
import { positionsOf } from './position';
import { addSite, sitesOf, type Site, type SiteOnRoute } from './sites';

/** A mark at a site. */
export interface PlacedMark {
  readonly site: string;
  readonly by: string;
  readonly at: string;
  readonly item: string;
  readonly label: string;
  readonly skill: string;
  readonly gravity: Gravity;
}

/** One drive as the places see it: which it passed, and what was marked at them. */
export interface PlacedDrive {
  /** Keys of the sites that were passed, with repeats. */
  readonly passes: readonly string[];
  readonly marks: readonly PlacedMark[];
  /** Marks of which nobody knows where they were made. */
  readonly unplaced: number;
}

const laidOut = new WeakMap<Route, readonly SiteOnRoute[]>();

/** The sites of a route, found once however many drives were driven on it. */
function laidOutOf(route: Route): readonly SiteOnRoute[] {
  const known = laidOut.get(route) ?? sitesOf(route);
  laidOut.set(route, known);
  return known;
}

/**
 * Lays a drive onto its route. A drive that was not finished has passed what lies before its last mark.
 *
 * @param sites filled with every site met, by key
 */
export function placedDrive(
  standard: Standard,
  drive: Drive,
  route: Route,
  sites: Map<string, Site>,
): PlacedDrive {
  const onRoute = laidOutOf(route);
  const { itemOf, severities } = compileStandard(standard);
  const marks: PlacedMark[] = [];
  let [furthest, unplaced] = [0, 0];
  positionsOf(drive.marks, drive, route).forEach((position, n) => {
    const mark = drive.marks[n];
    const along = position?.along ?? null;
    const found = along === null ? undefined : onRoute.find(({ from, to }) => along >= from && along <= to);
    if (!mark || along === null || !found) {
      unplaced += 1;
      return;
    }
    furthest = Math.max(furthest, along);
    const { item } = itemOf(mark.item);
    marks.push({
      site: found.site.key,
      by: mark.by,
      at: mark.at,
      item: item.id,
      label: item.label,
      skill: item.skill,
      gravity: severities.get(mark.severity)?.gravity ?? 0,
    });
  });
  const reached = drive.end === null || drive.end.how === 'finished' ? Infinity : furthest + 1;
  const passed = onRoute.filter(({ from }) => from <= reached);
  for (const { site } of onRoute) addSite(sites, site);
  return { passes: passed.map(({ site }) => site.key), marks, unplaced };
}
