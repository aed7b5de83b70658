/**
 * The one vocabulary under all standards: every item of every standard points to one of these skills, so
 * that drives can be compared and judged across standards. Ids are stable; titles are ours.
 */
export interface Skill {
  readonly id: string;
  readonly title: string;
}

export interface SkillArea {
  readonly id: string;
  readonly title: string;
  readonly skills: readonly Skill[];
}

const area = (id: string, title: string, skills: Readonly<Record<string, string>>): SkillArea => ({
  id,
  title,
  skills: Object.entries(skills).map(([skillId, skillTitle]) => ({ id: skillId, title: skillTitle })),
});

/** Each manoeuvre is watched in three aspects: `bay-park`, and `bay-park.control` and so on beneath it. */
const ASPECTS = { control: 'control', observation: 'observation', accuracy: 'accuracy' } as const;

const MANOEUVRES: Readonly<Record<string, string>> = {
  'parallel-park': 'Parallel park',
  'bay-park': 'Bay park',
  'angle-park': 'Angle bay',
  'kerb-reverse-right': 'Reverse along the right kerb',
  'corner-reverse': 'Reverse round a corner',
  'turn-in-road': 'Turn in the road',
  'straight-reverse': 'Straight reverse',
  'yard-reverse': 'Yard reversing exercise',
  'hill-start': 'Hill start',
  'hill-park': 'Hill park',
  'emergency-stop': 'Emergency stop',
};

/** The kinds of manoeuvre that a drive plan can draw from. */
export const manoeuvreKinds: readonly string[] = Object.keys(MANOEUVRES);

const manoeuvreSkills: Readonly<Record<string, string>> = Object.fromEntries(
  Object.entries(MANOEUVRES).flatMap(([id, title]): (readonly [string, string])[] => [
    [id, title],
    ...Object.entries(ASPECTS).map(([aspect, word]) => [`${id}.${aspect}`, `${title}: ${word}`] as const),
  ]),
);

export const skillAreas: readonly SkillArea[] = [
  area('ready', 'Ready', {
    papers: 'Documents',
    eyesight: 'Eyesight',
    'cockpit-drill': 'Cockpit drill',
    'vehicle-safety': 'Vehicle safety',
    'secondary-controls': 'Secondary controls',
  }),
  area('control', 'Control', {
    'moving-off': 'Moving off under control',
    accelerator: 'Accelerator',
    clutch: 'Clutch',
    gears: 'Gears',
    footbrake: 'Footbrake',
    'parking-brake': 'Parking brake',
    steering: 'Steering',
    stalling: 'Stalling',
    'hill-control': 'Holding the car on a hill',
    'dry-steering': 'Steering while standing',
  }),
  area('observation', 'Looking', {
    'moving-off-check': 'Looking round before moving off',
    'mirrors-before-signal': 'Mirrors before signalling',
    'mirrors-before-direction': 'Mirrors before changing direction',
    'mirrors-before-speed': 'Mirrors before changing speed',
    'mirrors-routine': 'Mirrors as a routine',
    'blind-spot': 'Blind spot',
    'junction-check': 'Looking into the junction',
    'reversing-check': 'Looking round while reversing',
  }),
  area('signals', 'Signals', {
    'signal-given': 'Signal given',
    'signal-correct': 'The right signal',
    'signal-timing': 'Signal in time',
    'signal-cancel': 'Signal cancelled',
    'hand-signals': 'Hand signals',
  }),
  area('junctions', 'Junctions', {
    'approach-speed': 'Speed on approach',
    'give-way': 'Giving way',
    'stop-line': 'Stopping at the line',
    'turn-position': 'Position in the turn',
    'corner-cutting': 'Cutting the corner',
    roundabouts: 'Roundabouts',
    'box-and-keep-clear': 'Keeping junctions clear',
  }),
  area('position', 'Position', {
    'road-position': 'Position on the road',
    'lane-discipline': 'Keeping to a lane',
    clearance: 'Clearance',
    'following-distance': 'Following distance',
    'stopping-place': 'Choosing where to stop',
  }),
  area('progress', 'Progress', {
    'speed-limit': 'Speed limit',
    'speed-for-conditions': 'Speed for the conditions',
    hesitation: 'Hesitation',
  }),
  area('response', 'Response', {
    'traffic-lights': 'Traffic lights',
    signs: 'Signs',
    'road-markings': 'Road markings',
    crossings: 'Crossings',
    'pedestrians-at-junctions': 'People walking at junctions',
    'meeting-traffic': 'Meeting traffic',
    'passing-vehicles-while-reversing': 'Waiting for traffic while reversing',
    'emergency-vehicles': 'Emergency vehicles',
    anticipation: 'Anticipation',
  }),
  area('manoeuvres', 'Manoeuvres', manoeuvreSkills),
  area('independent', 'Independent drive', { 'follow-directions': 'Following directions' }),
  area('rules', 'Rules', { 'road-rules': 'Road rules', 'road-signs': 'Road signs' }),
];

const skillsById: ReadonlyMap<string, Skill> = new Map(
  skillAreas.flatMap(({ skills }) => skills.map((skill) => [skill.id, skill])),
);

export const skillOf = (id: string): Skill | undefined => skillsById.get(id);

const areaOfSkill: ReadonlyMap<string, string> = new Map(
  skillAreas.flatMap(({ id, skills }) => skills.map((skill) => [skill.id, id] as const)),
);

/** The area that a skill belongs to. */
export const areaOf = (skill: string): string | null => areaOfSkill.get(skill) ?? null;

/** The kind of manoeuvre that a skill is an aspect of; null for skills of driving on. */
export const manoeuvreOfSkill = (id: string): string | null =>
  manoeuvreKinds.find((kind) => id === kind || id.startsWith(`${kind}.`)) ?? null;
