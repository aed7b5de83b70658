import { metresAlong, positionAlong, roundedPosition, type Position } from '../geo';
import { featureKindOf, keyAt, type Feature, type FeatureKindId, type Route } from '../route';

/** A place where faults may gather: a junction, a crossing, or a stretch of road between them. */
export interface Site extends Position {
  /** The same for the same place on every route. */
  readonly key: string;
  readonly kind: FeatureKindId | 'road';
  readonly title: string;
}

/** Of what two routes say of one place the longer title says more; else either, but always the same one. */
export const saysMore = (site: Site, than: Site): boolean =>
  site.title.length === than.title.length
    ? JSON.stringify(site) < JSON.stringify(than)
    : site.title.length > than.title.length;

/** Adds a site to those that are known: whatever says more of a place stays, in whichever order it comes. */
export function addSite(sites: Map<string, Site>, site: Site): void {
  const known = sites.get(site.key);
  if (!known || saysMore(site, known)) sites.set(site.key, site);
}

/** A site on a route, and the stretch of it that belongs to the site. */
export interface SiteOnRoute {
  readonly site: Site;
  readonly from: number;
  readonly to: number;
}

/** How far before and behind itself a place has to answer for what goes wrong, in metres (ours). */
const BEFORE = 120;
const BEHIND = 40;
/** Stretches of road between places are cut into pieces of this length. */
const ROAD = 400;
/** Things so near to each other are one place. */
const TOGETHER = 20;

/** What is no place of its own: it changes nothing for the driver, or goes on for long. */
const NO_SITE: ReadonlySet<FeatureKindId> = new Set([
  'start',
  'end',
  'pull-up',
  'emergency-stop',
  'parallel-park',
  'bay-park',
  'hill-down',
  'hill-up',
  'one-way',
  'bus-lane',
  'note',
  'lane-choice',
]);

const TURNS: ReadonlySet<FeatureKindId> = new Set(['turn-left', 'turn-right', 'straight-on', 'turn-round']);
const JUNCTIONS: ReadonlySet<FeatureKindId> = new Set([
  ...TURNS,
  'stop-junction',
  'give-way',
  'open-junction',
  'closed-junction',
  'crossroads',
  'traffic-lights',
  'roundabout',
  'mini-roundabout',
]);

/** The sites of a route in the order in which one comes to them; between them nothing is left out. */
export function sitesOf(route: Pick<Route, 'features' | 'stretches' | 'line'>): readonly SiteOnRoute[] {
  const metres = metresAlong(route.line);
  const end = metres.at(-1) ?? 0;
  const groups: Feature[][] = [];
  for (const feature of route.features) {
    if (NO_SITE.has(feature.kind)) continue;
    const last = groups.at(-1);
    if (last && feature.along - (last[0]?.along ?? 0) < TOGETHER) last.push(feature);
    else groups.push([feature]);
  }
  const sites: SiteOnRoute[] = [];
  let covered = 0;
  const road = (until: number) => {
    while (until - covered > 1) {
      const to = until - covered > 1.5 * ROAD ? covered + ROAD : until;
      const at = roundedPosition(positionAlong(route.line, metres, (covered + to) / 2));
      const name = route.stretches.find((stretch) => stretch.until >= (covered + to) / 2)?.name;
      sites.push({
        from: covered,
        to,
        site: { ...at, kind: 'road', key: keyAt('road', at), title: name || 'A road without a name' },
      });
      covered = to;
    }
  };
  groups.forEach((group, n) => {
    const [first] = group;
    if (!first) return;
    const next = groups[n + 1]?.[0]?.along ?? Infinity;
    const begin = Math.max(covered, first.along - BEFORE);
    road(begin);
    const to = Math.min(
      end,
      Math.max(begin, Math.min(first.along + Math.max(BEHIND, Math.min(first.length, ROAD)), next)),
    );
    sites.push({ site: siteOf(group, first, route), from: begin, to });
    covered = Math.max(covered, to);
  });
  road(end);
  return sites;
}

function siteOf(group: readonly Feature[], first: Feature, route: Pick<Route, 'stretches'>): Site {
  const junction =
    group.find(({ kind }) => JUNCTIONS.has(kind) && !TURNS.has(kind)) ??
    group.find(({ kind }) => JUNCTIONS.has(kind));
  const telling = junction ?? first;
  const into = group.find(({ toward }) => toward)?.toward ?? '';
  const from = route.stretches.find(({ until }) => until >= first.along - 1)?.name ?? '';
  const streets = [...new Set([from, into].filter((name) => name))].sort().join(' and ');
  const title = featureKindOf(telling.kind)?.title ?? telling.kind;
  const { lat, lon } = telling;
  return {
    lat,
    lon,
    kind: telling.kind,
    // However one comes to a junction and leaves it, it is the same place.
    key: keyAt(junction ? 'junction' : telling.kind, telling),
    title: streets ? `${TURNS.has(telling.kind) ? 'Junction' : title}, ${streets}` : title,
  };
}
