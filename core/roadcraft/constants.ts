import { MPH } from '../network';

/** How sure a value is, as in marking standards. */
export type SourceKind = 'published' | 'practice' | 'memory' | 'ours';

export interface Constant {
  readonly title: string;
  /** As it is written beside the number; empty for a plain factor. */
  readonly unit: 's' | 'm' | 'm/s²' | 'm/s' | '';
  readonly value: number;
  readonly least: number;
  readonly most: number;
  readonly source: { readonly kind: SourceKind; readonly note: string };
}

const published = (note: string) => ({ kind: 'published', note }) as const;
const practice = (note: string) => ({ kind: 'practice', note }) as const;
const memory = (note: string) => ({ kind: 'memory', note }) as const;
const ours = (note: string) => ({ kind: 'ours', note }) as const;

/**
 * Every constant of the roadcraft figures: where it comes from, and how far somebody may change it. Lengths in
 * metres, times in seconds.
 */
export const constants = {
  reaction: {
    title: 'Time to react before braking',
    unit: 's',
    value: 0.67,
    least: 0.3,
    most: 3,
    source: published('The Highway Code (GB), rule 126: 1 ft of thinking distance per mph is about 0.67 s'),
  },
  braking: {
    title: 'Deceleration of hard braking on a dry road',
    unit: 'm/s²',
    value: 6.57,
    least: 2,
    most: 10,
    source: published('The Highway Code (GB), rule 126: mph²/20 ft of braking distance is about 6.57 m/s²'),
  },
  gravity: {
    title: 'Gravity',
    unit: 'm/s²',
    value: 9.80665,
    least: 9.8,
    most: 9.82,
    source: published('Standard gravity, General Conference on Weights and Measures, 1901'),
  },
  wet: {
    title: 'Braking distance on a wet road, times that on a dry one',
    unit: '',
    value: 2,
    least: 1,
    most: 5,
    source: published('The Highway Code (GB), rule 227'),
  },
  ice: {
    title: 'Braking distance on ice, times that on a dry road',
    unit: '',
    value: 10,
    least: 2,
    most: 20,
    source: published('The Highway Code (GB), rule 230: up to ten times'),
  },
  amber: {
    title: 'Amber after green',
    unit: 's',
    value: 3,
    least: 2,
    most: 6,
    source: memory('Three seconds in Great Britain (traffic signs regulations)'),
  },
  amberReaction: {
    title: 'Time to decide at an amber light',
    unit: 's',
    value: 1,
    least: 0.3,
    most: 3,
    source: published('Institute of Transportation Engineers, kinematic change-interval equation'),
  },
  amberBraking: {
    title: 'Deceleration that passengers find comfortable',
    unit: 'm/s²',
    value: 3.05,
    least: 1.5,
    most: 6,
    source: published('Institute of Transportation Engineers: 10 ft/s²'),
  },
  carLength: {
    title: 'Length of a car',
    unit: 'm',
    value: 4.2,
    least: 2.5,
    most: 18,
    source: ours('A middle-sized car'),
  },
  crossing: {
    title: 'From the line to the far side of the junction',
    unit: 'm',
    value: 20,
    least: 0,
    most: 60,
    source: ours('A junction of two ordinary roads'),
  },
  gapDry: {
    title: 'Time behind the vehicle ahead',
    unit: 's',
    value: 2,
    least: 1,
    most: 5,
    source: published('The Highway Code (GB), rule 126: at least two seconds'),
  },
  gapWet: {
    title: 'That time on a wet road, times that on a dry one',
    unit: '',
    value: 2,
    least: 1,
    most: 5,
    source: published('The Highway Code (GB), rule 126: doubled on wet roads'),
  },
  cueSeconds: {
    title: 'Time before a junction at which a direction is given',
    unit: 's',
    value: 14,
    least: 6,
    most: 30,
    source: ours('Guidance devices say it 12 to 15 seconds before (common practice)'),
  },
  cueLeast: {
    title: 'Shortest distance at which a direction is given',
    unit: 'm',
    value: 90,
    least: 30,
    most: 200,
    source: ours('About 100 yards'),
  },
  cueMost: {
    title: 'Longest distance at which a direction is given',
    unit: 'm',
    value: 750,
    least: 200,
    most: 2_000,
    source: ours('About 800 yards'),
  },
  cueEarlyAbove: {
    title: 'Speed above which there is an early direction too',
    unit: 'm/s',
    value: 50 * MPH,
    least: 5,
    most: 60,
    source: ours('Fast roads; 25 seconds or more are usual there (common practice)'),
  },
  startReaction: {
    title: 'Time from “go” until the car moves',
    unit: 's',
    value: 1,
    least: 0.3,
    most: 4,
    source: ours('Clutch and brake ready'),
  },
  acceleration: {
    title: 'Acceleration away from a junction',
    unit: 'm/s²',
    value: 1.5,
    least: 0.5,
    most: 4,
    source: ours('A learner who isn’t in a hurry'),
  },
  nearTurn: {
    title: 'Way from the line into the nearest lane',
    unit: 'm',
    value: 8,
    least: 3,
    most: 30,
    source: ours('A turn of about 5 m radius'),
  },
  farTurn: {
    title: 'Way from the line into the far lane',
    unit: 'm',
    value: 14,
    least: 5,
    most: 40,
    source: ours('Across one lane and round a turn of about 8 m radius'),
  },
  laneCrossed: {
    title: 'Way from the line until the nearest lane is crossed',
    unit: 'm',
    value: 5,
    least: 2,
    most: 20,
    source: ours('One lane and a little'),
  },
  emergeBehind: {
    title: 'Time between the joining car and the one behind, at the closest',
    unit: 's',
    value: 2,
    least: 0.5,
    most: 5,
    source: published('The Highway Code (GB), rule 126: at least two seconds; so nobody behind has to brake'),
  },
  crossMargin: {
    title: 'Time to spare after a lane is crossed',
    unit: 's',
    value: 1,
    least: 0,
    most: 5,
    source: ours('So that nobody has to brake'),
  },
  clearance: {
    title: 'Clearance from parked vehicles',
    unit: 'm',
    value: 1,
    least: 0.5,
    most: 2,
    source: practice('One metre, or the width of an open door'),
  },
  oncomingClearance: {
    title: 'Clearance from oncoming vehicles',
    unit: 'm',
    value: 0.5,
    least: 0.2,
    most: 2,
    source: ours('Between the mirrors'),
  },
  mirrorLeast: {
    title: 'Shortest time between two glances into the mirror',
    unit: 's',
    value: 8,
    least: 2,
    most: 30,
    source: practice('A glance every 8 to 10 seconds on a straight road'),
  },
  mirrorMost: {
    title: 'Longest time between two glances into the mirror',
    unit: 's',
    value: 10,
    least: 2,
    most: 30,
    source: practice('A glance every 8 to 10 seconds on a straight road'),
  },
  slowing: {
    title: 'Deceleration of ordinary slowing down',
    unit: 'm/s²',
    value: 2,
    least: 0.5,
    most: 5,
    source: ours('Slowing in good time'),
  },
} as const satisfies Readonly<Record<string, Constant>>;

export type ConstantId = keyof typeof constants;
export const constantIds = Object.keys(constants) as [ConstantId, ...ConstantId[]];

/** The value of every constant, as it ships or as somebody changed it. */
export type Values = Readonly<Record<ConstantId, number>>;

export const usual: Values = Object.fromEntries(constantIds.map((id) => [id, constants[id].value])) as Record<
  ConstantId,
  number
>;
