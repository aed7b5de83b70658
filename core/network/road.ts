/** How much traffic a road is made for, the least first. Words of OpenStreetMap, whose extracts are read. */
export const roadClasses = [
  'service',
  'living_street',
  'residential',
  'unclassified',
  'tertiary',
  'secondary',
  'primary',
  'trunk',
  'motorway',
] as const;
export type RoadClass = (typeof roadClasses)[number];

/** What many pieces of one road share. */
export interface Road {
  readonly name: string;
  /** Number of the road, such as B4112. */
  readonly ref: string;
  readonly class: RoadClass;
  /** A slip road or another short link of its class. */
  readonly link: boolean;
  readonly oneWay: boolean;
  /** Limit in metres a second. */
  readonly speed: number;
  /** The limit was not said, and is assumed by class. */
  readonly speedAssumed: boolean;
  /** Lanes for one direction. */
  readonly lanes: number;
  readonly roundabout: boolean;
  /** One of the two carriageways of a dual carriageway. */
  readonly dual: boolean;
  readonly narrow: boolean;
  /** Sides of the road, seen in its own direction, along which cars are parked. */
  readonly parked: '' | 'left' | 'right' | 'both';
  readonly busLane: boolean;
  /** Beside a school. */
  readonly school: boolean;
  /** Signed for motor vehicles only, as a motorway is. */
  readonly motorroad: boolean;
  /** Hours or other conditions of access, as the extract has them; the road is assumed to be open. Empty for most. */
  readonly when: string;
}

/** What stands at a point of the network. */
export const signKinds = [
  'signals',
  'stop',
  'give-way',
  'zebra-crossing',
  'signal-crossing',
  'informal-crossing',
  'mini-roundabout',
  'level-crossing',
  'raised-crossing',
  'school',
  'parking',
  'hazard',
] as const;
export type SignKind = (typeof signKinds)[number];

/** Places that people know by name, the largest first. Words of OpenStreetMap. */
export const placeKinds = ['city', 'town', 'suburb', 'village', 'hamlet'] as const;
export type PlaceKind = (typeof placeKinds)[number];

export const MPH = 0.44704;
export const KMH = 1 / 3.6;

/** Limits where none is said, in metres a second (ours, after what is usual in Great Britain). */
export const assumedSpeed: Readonly<Record<RoadClass, number>> = {
  service: 15 * MPH,
  living_street: 20 * MPH,
  residential: 30 * MPH,
  unclassified: 40 * MPH,
  tertiary: 40 * MPH,
  secondary: 50 * MPH,
  primary: 50 * MPH,
  trunk: 60 * MPH,
  motorway: 70 * MPH,
};

export const rankOf = (road: Road): number => roadClasses.indexOf(road.class);
