/** A kind of thing that lies along a road or a route, and the skills that it exercises. */
export interface FeatureKind {
  readonly id: FeatureKindId;
  readonly title: string;
  /** Ids of skills, those that it asks for first of all in front (common practice). */
  readonly skills: readonly string[];
}

const TURN = ['mirrors-before-signal', 'signal-timing', 'approach-speed', 'turn-position'];
const GIVING_WAY = ['approach-speed', 'junction-check', 'give-way'];
const MOVING_AWAY = ['moving-off-check', 'moving-off', 'signal-given', 'blind-spot'];
const CROSSING = ['crossings', 'anticipation', 'mirrors-before-speed', 'approach-speed'];

const kinds = {
  start: ['Start', MOVING_AWAY],
  end: ['End', ['stopping-place', 'mirrors-before-signal', 'parking-brake']],
  'turn-left': ['Left turn', [...TURN, 'pedestrians-at-junctions']],
  'turn-right': ['Right turn', [...TURN, 'corner-cutting', 'give-way', 'mirrors-before-direction']],
  'straight-on': ['Straight on', ['anticipation', 'approach-speed', 'road-position']],
  'stop-junction': ['Stop junction', ['stop-line', 'junction-check', 'approach-speed', 'give-way']],
  'give-way': ['Give-way junction', GIVING_WAY],
  'open-junction': ['Open junction', [...GIVING_WAY, 'hesitation']],
  'closed-junction': ['Closed junction', [...GIVING_WAY, 'gears', 'clutch']],
  crossroads: ['Crossroads', [...GIVING_WAY, 'corner-cutting', 'anticipation']],
  'traffic-lights': [
    'Traffic lights',
    ['traffic-lights', 'approach-speed', 'box-and-keep-clear', 'stalling'],
  ],
  roundabout: [
    'Roundabout',
    [
      'roundabouts',
      'lane-discipline',
      'signal-correct',
      'signal-timing',
      'mirrors-before-direction',
      'give-way',
    ],
  ],
  'mini-roundabout': ['Mini-roundabout', ['roundabouts', 'give-way', 'signal-correct', 'approach-speed']],
  'dual-join': [
    'Joining a dual carriageway',
    ['accelerator', 'blind-spot', 'mirrors-before-direction', 'hesitation', 'speed-for-conditions'],
  ],
  'dual-leave': [
    'Leaving a dual carriageway',
    ['signal-timing', 'mirrors-before-signal', 'lane-discipline', 'mirrors-before-speed'],
  ],
  'lane-choice': [
    'Choice of lane',
    ['lane-discipline', 'mirrors-before-direction', 'signs', 'road-markings'],
  ],
  'zebra-crossing': ['Zebra crossing', CROSSING],
  'signal-crossing': ['Signal crossing', [...CROSSING, 'traffic-lights']],
  'informal-crossing': ['Informal crossing', CROSSING],
  'school-zone': ['School zone', ['speed-limit', 'speed-for-conditions', 'anticipation', 'signs']],
  'speed-change': ['Change of speed limit', ['speed-limit', 'mirrors-before-speed', 'signs']],
  'meeting-place': [
    'Narrow or meeting place',
    ['meeting-traffic', 'clearance', 'anticipation', 'hesitation'],
  ],
  'parked-row': ['Parked row', ['clearance', 'meeting-traffic', 'road-position', 'mirrors-before-direction']],
  bend: ['Bend with poor view', ['speed-for-conditions', 'road-position', 'gears', 'steering']],
  'hill-up': ['Hill up', ['gears', 'accelerator', 'hill-control']],
  'hill-down': ['Hill down', ['gears', 'footbrake', 'speed-for-conditions']],
  'hill-start': [
    'Hill-start place',
    ['hill-control', ...MOVING_AWAY, 'clutch', 'parking-brake', 'hill-start'],
  ],
  'pull-up': [
    'Legal pull-up place',
    [...MOVING_AWAY, 'stopping-place', 'mirrors-before-signal', 'signal-correct'],
  ],
  'emergency-stop': ['Emergency-stop stretch', ['emergency-stop', 'footbrake', 'moving-off-check']],
  'bay-park': ['Bay-park place', ['bay-park', 'reversing-check']],
  'parallel-park': [
    'Parallel-park place',
    ['parallel-park', 'reversing-check', 'passing-vehicles-while-reversing'],
  ],
  pothole: ['Pothole', ['anticipation', 'road-position', 'mirrors-before-direction']],
  'raised-crossing': ['Raised crossing', ['speed-for-conditions', 'crossings', 'mirrors-before-speed']],
  'turn-round': ['Turn round', [...MOVING_AWAY, 'steering', 'anticipation']],
  'level-crossing': ['Level crossing', ['signs', 'traffic-lights', 'approach-speed', 'box-and-keep-clear']],
  'bus-lane': ['Bus lane', ['lane-discipline', 'signs', 'road-markings']],
  'one-way': ['One-way system', ['lane-discipline', 'signs', 'turn-position', 'road-markings']],
  'hidden-sign': ['Hidden sign', ['signs', 'speed-limit', 'anticipation']],
  note: ['Note', []],
} as const satisfies Readonly<Record<string, readonly [title: string, skills: readonly string[]]>>;

export type FeatureKindId = keyof typeof kinds;
export const featureKindIds = Object.keys(kinds) as [FeatureKindId, ...FeatureKindId[]];

/** What can lie along a route, in the order in which it is offered. */
export const featureKinds: readonly FeatureKind[] = featureKindIds.map((id) => {
  const [title, skills] = kinds[id];
  return { id, title, skills };
});

const byId: ReadonlyMap<string, FeatureKind> = new Map(featureKinds.map((kind) => [kind.id, kind]));

export const featureKindOf = (id: string): FeatureKind | undefined => byId.get(id);
