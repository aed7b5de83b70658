/** Metres to the right and up the page. */
export type Spot = readonly [number, number];

export interface Segment {
  readonly id: string;
  readonly from: Spot;
  readonly to: Spot;
}

export interface Cone {
  readonly id: string;
  readonly at: Spot;
  readonly pole: boolean;
  /** Of its foot, in metres. */
  readonly radius: number;
}

/** Where an end of the combination may stand: a box in a frame of its own, and the direction. */
export interface Region {
  readonly of: 'front' | 'rear';
  readonly origin: Spot;
  /** Radians by which the box is turned to the left. */
  readonly turn: number;
  readonly x: readonly [number, number];
  readonly y: readonly [number, number];
  /** Radians from x; and by how many it may be off. */
  readonly heading: number;
  readonly within: number;
  /** Radians that a trailer may be off the line of its vehicle. */
  readonly straight: number | null;
}

export interface LaidStage {
  readonly id: string;
  readonly say: string;
  readonly gear: Gear;
  readonly goal: Region;
  readonly pace: number | null;
}

export type Gear = 'forward' | 'reverse';

/** A parameter with the bounds that this vehicle gives it. */
export interface LaidParameter {
  readonly id: string;
  readonly title: string;
  readonly unit: 'm' | '°' | '%';
  readonly value: number;
  readonly usual: number;
  readonly least: number;
  readonly most: number;
}

/** A course laid out for one vehicle: every length is a number. */
export interface Layout {
  readonly id: string;
  readonly version: string;
  readonly title: string;
  readonly parameters: readonly LaidParameter[];
  readonly lines: readonly Segment[];
  readonly kerbs: readonly Segment[];
  readonly walls: readonly Segment[];
  readonly guides: readonly Segment[];
  readonly cones: readonly Cone[];
  readonly start: Region;
  readonly stages: readonly LaidStage[];
  readonly movements: number;
  readonly shunts: number;
}

/** Values of parameters that differ from the usual ones, by id. */
export type Settings = Readonly<Record<string, number>>;
