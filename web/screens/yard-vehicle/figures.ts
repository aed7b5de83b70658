import type { Figures } from '../../../core/yard';

/** A figure of a vehicle that is a length or a count. */
export type Measure = Exclude<keyof Figures, 'title' | 'steeringWheelSide' | 'trailer'>;

interface Field<K> {
  readonly key: K;
  readonly title: string;
  /** How a person takes it. */
  readonly how: string;
  readonly least: number;
  readonly most: number;
}

/** What is measured, in the order in which one walks round the vehicle, and how (common practice). */
export const measures: readonly Field<Measure>[] = [
  {
    key: 'wheelbase',
    title: 'Wheelbase',
    how: 'Wheels straight. From the middle of the front wheel to the middle of the rear wheel, along the ground.',
    least: 0.5,
    most: 12,
  },
  {
    key: 'frontOverhang',
    title: 'Front overhang',
    how: 'From the middle of the front wheel to the front bumper.',
    least: 0,
    most: 5,
  },
  {
    key: 'rearOverhang',
    title: 'Rear overhang',
    how: 'From the middle of the rear wheel to the rear bumper.',
    least: 0,
    most: 5,
  },
  {
    key: 'width',
    title: 'Width of the body',
    how: 'Between two boards held upright against the doors, without the mirrors.',
    least: 0.5,
    most: 3,
  },
  {
    key: 'widthOverMirrors',
    title: 'Width over the mirrors',
    how: 'Mirrors folded out.',
    least: 0.5,
    most: 4,
  },
  {
    key: 'track',
    title: 'Track',
    how: 'From the middle of the left tyre to the middle of the right tyre.',
    least: 0.5,
    most: 3,
  },
  {
    key: 'turningCircle',
    title: 'Turning circle',
    how: 'On a wet or dusty yard drive one whole circle at full lock, at walking pace. Measure straight across, from one mark of the outer front tyre to the other.',
    least: 1,
    most: 40,
  },
  {
    key: 'lockToLockTurns',
    title: 'Turns from lock to lock',
    how: 'Engine running, standing still: count the turns of the steering wheel from full left to full right.',
    least: 0.5,
    most: 8,
  },
];

export type Trailer = NonNullable<Figures['trailer']>;

export const trailerMeasures: readonly Field<keyof Trailer>[] = [
  {
    key: 'hitchBehindAxle',
    title: 'Hitch behind the rear axle',
    how: 'From the middle of the rear wheel to the ball.',
    least: 0,
    most: 5,
  },
  {
    key: 'hitchToAxle',
    title: 'Hitch to the trailer’s axle',
    how: 'From the ball to the middle of the trailer’s wheel.',
    least: 0.3,
    most: 15,
  },
  {
    key: 'axleToRear',
    title: 'Axle to the trailer’s rear',
    how: 'From the middle of the trailer’s wheel to its rear end.',
    least: 0,
    most: 10,
  },
  {
    key: 'hitchToBox',
    title: 'Hitch to the body',
    how: 'From the ball to where the trailer’s body begins.',
    least: 0,
    most: 5,
  },
  { key: 'width', title: 'Width of the trailer', how: 'At its widest.', least: 0.3, most: 3 },
  {
    key: 'track',
    title: 'Track of the trailer',
    how: 'From the middle of one tyre to the middle of the other.',
    least: 0.3,
    most: 3,
  },
  { key: 'height', title: 'Height of the trailer', how: 'From the ground to its top.', least: 0.3, most: 5 },
];

/** A trailer to begin with: a box behind a hatchback (from memory). */
export const USUAL_TRAILER: Trailer = {
  hitchBehindAxle: 0.85,
  hitchToAxle: 3.2,
  axleToRear: 1.2,
  hitchToBox: 0.9,
  width: 1.9,
  track: 1.7,
  height: 1.9,
};
