import type { Position } from '../geo';

/** The same for things of one kind at one place, to about ten metres, however often they are found; nobody reads it. */
export const keyAt = (kind: string, { lat, lon }: Position): string =>
  `${kind}@${lat.toFixed(4)},${lon.toFixed(4)}`;
