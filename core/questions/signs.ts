/**
 * Signs that questions can show: generic shapes with plain pictures, drawn by this project (web/signs). Their
 * meaning is common to most countries; colours and details differ, so the authority's own signs decide.
 */
export const signs = {
  'give-way': 'Triangle on its point',
  stop: 'Eight-sided plate',
  'no-entry': 'Disc with a bar',
  'no-vehicles': 'Empty ring',
  'speed-30': 'Ring with 30',
  'speed-end': 'Disc with a slanting bar',
  'no-left': 'Ring with a crossed arrow to the left',
  'no-overtaking': 'Ring with two cars',
  'turn-left': 'Round plate with an arrow to the left',
  'mini-roundabout': 'Round plate with three circling arrows',
  'roundabout-ahead': 'Triangle with circling arrows',
  crossroads: 'Triangle with a cross',
  'side-road': 'Triangle with a branch to the right',
  bend: 'Triangle with a bent arrow',
  narrows: 'Triangle with two lines that close in',
  'two-way': 'Triangle with two opposite arrows',
  hump: 'Triangle with a hump',
  slippery: 'Triangle with a sliding car',
  'steep-hill': 'Triangle with a slope',
  children: 'Triangle with two walking children',
  crossing: 'Triangle with a person on stripes',
  lights: 'Triangle with three lamps',
  'level-crossing': 'Triangle with a fence',
  works: 'Triangle with a person digging',
  priority: 'Ring with one large and one small arrow',
  'one-way': 'Plate with a long arrow',
  'dead-end': 'Plate with a T',
  'bus-lane': 'Plate with a bus',
  parking: 'Plate with a P',
  'no-stopping': 'Disc with a cross',
} as const;

export type SignId = keyof typeof signs;

export const signIds = Object.keys(signs) as readonly SignId[];
