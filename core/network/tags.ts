import type { Tags } from './osm';
import { blockedAlong, carAccess, conditionOf } from './access';
import {
  assumedSpeed,
  KMH,
  MPH,
  placeKinds,
  roadClasses,
  type PlaceKind,
  type Road,
  type RoadClass,
  type SignKind,
} from './road';

const NO_STREET = new Set(['driveway', 'parking_aisle', 'drive-through', 'emergency_access']);
/** A road narrower than this, in metres, lets two cars pass only at places. */
const NARROW = 4.5;

/** The road that a way is, and whether it runs against the order of its nodes; null for what no car drives on. */
export function roadOf(tags: Tags): { readonly road: Road; readonly backwards: boolean } | null {
  const [, kind = '', link] = /^(.*?)(_link)?$/.exec(tags.highway ?? '') ?? [];
  const of: RoadClass | undefined = roadClasses.find((one) => one === kind);
  if (!of || tags.area === 'yes') return null;
  if (carAccess(tags) === 'shut' || blockedAlong(tags)) return null;
  if (of === 'service' && NO_STREET.has(tags.service ?? '')) return null;
  const roundabout = tags.junction === 'roundabout' || tags.junction === 'circular';
  const oneWay =
    ['yes', 'true', '1', '-1'].includes(tags.oneway ?? '') ||
    (tags.oneway === undefined && (roundabout || of === 'motorway'));
  const said = speedOf(tags.maxspeed);
  const speed = said ?? (tags.lit === 'yes' ? Math.min(30 * MPH, assumedSpeed[of]) : assumedSpeed[of]);
  const lanes = Number.parseInt(tags.lanes ?? '', 10);
  return {
    backwards: tags.oneway === '-1',
    road: {
      name: (tags.name ?? '').slice(0, 80),
      ref: (tags.ref ?? '').slice(0, 20),
      class: of,
      link: link !== undefined,
      oneWay,
      speed: Math.round(speed * 1000) / 1000,
      speedAssumed: said === null,
      lanes: lanes > 0 ? Math.max(1, Math.floor(oneWay ? lanes : lanes / 2)) : 1,
      roundabout,
      dual: tags.dual_carriageway === 'yes' || (of === 'motorway' && link === undefined),
      narrow:
        tags.narrow === 'yes' || Number.parseFloat(tags.width ?? '') < NARROW || (lanes === 1 && !oneWay),
      parked: parkedAlong(tags),
      busLane: [tags.busway, tags['busway:left'], tags['busway:right']].includes('lane'),
      school: tags.hazard === 'school_zone',
      motorroad: tags.motorroad === 'yes',
      when: conditionOf(tags),
    },
  };
}

/** A limit such as `30 mph` or `50`, in metres a second; null when it says no number. */
export function speedOf(text: string | undefined): number | null {
  const [, number, unit] = /^\s*(\d+(?:\.\d+)?)\s*(mph|km\/h|kmh|kph)?\s*$/.exec(text ?? '') ?? [];
  if (number === undefined) return null;
  const speed = Number(number) * (unit === 'mph' ? MPH : KMH);
  return speed > 0 && speed < 60 ? speed : null;
}

const PARKED = new Set(['lane', 'street_side', 'on_kerb', 'half_on_kerb', 'parallel', 'diagonal', 'marked']);

function parkedAlong(tags: Tags): Road['parked'] {
  const on = (side: string) =>
    PARKED.has(tags[`parking:${side}`] ?? '') || PARKED.has(tags[`parking:lane:${side}`] ?? '');
  const left = on('left') || on('both');
  const right = on('right') || on('both');
  return left && right ? 'both' : left ? 'left' : right ? 'right' : '';
}

/** The town or village whose name a node bears; null when it bears none. */
export function placeOf(tags: Tags): { readonly name: string; readonly kind: PlaceKind } | null {
  const said = tags.place === 'quarter' || tags.place === 'neighbourhood' ? 'suburb' : tags.place;
  const kind = placeKinds.find((one) => one === said);
  const name = (tags.name ?? '').trim().slice(0, 80);
  return kind && name !== '' ? { name, kind } : null;
}

/** What a node of a road is a sign of, and whether it stands for one direction of its way only. */
export function signOf(
  tags: Tags,
): { readonly kind: SignKind; readonly facing: 'forward' | 'backward' | null } | null {
  const kind = signKindOf(tags);
  if (!kind) return null;
  const facing = tags.direction ?? tags['traffic_signals:direction'];
  return { kind, facing: facing === 'forward' || facing === 'backward' ? facing : null };
}

function signKindOf(tags: Tags): SignKind | null {
  if (tags.railway === 'level_crossing') return 'level-crossing';
  if (tags.amenity === 'parking') return 'parking';
  if (tags.hazard === 'school_zone') return 'school';
  switch (tags.highway) {
    case 'traffic_signals':
      return 'signals';
    case 'stop':
      return 'stop';
    case 'give_way':
      return 'give-way';
    case 'mini_roundabout':
      return 'mini-roundabout';
    case 'crossing':
      if (tags.traffic_calming === 'table') return 'raised-crossing';
      if (tags.crossing === 'traffic_signals' || tags['crossing:signals'] === 'yes') return 'signal-crossing';
      if (tags.crossing === 'zebra' || tags.crossing_ref === 'zebra' || tags['crossing:markings'] === 'zebra')
        return 'zebra-crossing';
      return 'informal-crossing';
    default:
      break;
  }
  if (tags.traffic_calming === 'table' || tags.traffic_calming === 'hump') return 'raised-crossing';
  return tags.hazard ? 'hazard' : null;
}
