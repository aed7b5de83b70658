import { usual, type Values } from './constants';
import { brakingFactor, type RoadState } from './stopping';

export interface Gap {
  readonly seconds: number;
  readonly metres: number;
}

/**
 * The gap to the vehicle ahead: two seconds, four when wet, up to ten times on ice. Source: The Highway Code (GB),
 * rules 126 and 230.
 *
 * @param speed metres a second
 */
export function followingGap(speed: number, road: RoadState = 'dry', values: Values = usual): Gap {
  const factor = road === 'wet' ? values.gapWet : brakingFactor(road, values);
  const seconds = values.gapDry * factor;
  return { seconds, metres: speed * seconds };
}

/** How far one drives from one glance into the mirror to the next (common practice: 8 to 10 seconds). */
export const mirrorInterval = (
  speed: number,
  { mirrorLeast, mirrorMost }: Values = usual,
): { readonly from: Gap; readonly to: Gap } => ({
  from: { seconds: mirrorLeast, metres: speed * mirrorLeast },
  to: { seconds: mirrorMost, metres: speed * mirrorMost },
});
