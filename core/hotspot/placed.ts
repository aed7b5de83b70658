import { metresAlong } from '../geo';
import type { Drive } from '../marking';
import { compileStandard, type Gravity, type Standard } from '../standard';
import type { Route } from '../route';
import { alongOf, sitesOf, type Site, type SiteOnRoute } from './sites';

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

const laidOut = new WeakMap<
  object,
  { readonly sites: readonly SiteOnRoute[]; readonly metres: readonly number[] }
>();

/** The sites of a route, found once however many drives were driven on it. */
function laidOutOf(route: Pick<Route, 'features' | 'stretches' | 'line'>) {
  const known = laidOut.get(route) ?? { sites: sitesOf(route), metres: metresAlong(route.line) };
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
  route: Pick<Route, 'features' | 'stretches' | 'line'>,
  sites: Map<string, Site>,
): PlacedDrive {
  const { sites: onRoute, metres } = laidOutOf(route);
  const { itemOf, severities } = compileStandard(standard);
  const marks: PlacedMark[] = [];
  let [after, unplaced] = [0, 0];
  for (const mark of [...drive.marks].sort((a, b) => Date.parse(a.at) - Date.parse(b.at))) {
    const along = alongOf(route, metres, mark, after);
    const found = along === null ? undefined : onRoute.find(({ from, to }) => along >= from && along <= to);
    if (along === null || !found) {
      unplaced += 1;
      continue;
    }
    after = Math.max(after, along);
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
  }
  const reached = drive.end === null || drive.end.how === 'finished' ? Infinity : after + 1;
  const passed = onRoute.filter(({ from }) => from <= reached);
  for (const { site } of onRoute) if (!sites.has(site.key)) sites.set(site.key, site);
  return { passes: passed.map(({ site }) => site.key), marks, unplaced };
}
