import type { FeatureKindId } from '../route';

/** Directions that are counted against the plan of a drive, by the kind of feature that was asked for. */
export const PULL_UP = 'pull-up' satisfies FeatureKindId;
export const HILL_START = 'hill-start' satisfies FeatureKindId;
