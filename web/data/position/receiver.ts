import type { Position } from '../../../core/geo';

/** Where the car is, as a receiver tells it. */
export interface Fix extends Position {
  /** Radius in metres within which the place is, two times in three. */
  readonly accuracy: number;
  /** Metres a second; null where the receiver does not say. */
  readonly speed: number | null;
  /** ISO instant. */
  readonly at: string;
}

/** Why there is no place: refused by the person, by the browser because the address is not secure, or none found. */
export type Fault = 'refused' | 'not secure' | 'no place';

/** Tells places until it is stopped. What it returns stops it. */
export type Receiver = (onFix: (fix: Fix) => void, onFault: (fault: Fault) => void) => () => void;

/** So wide a circle, in metres, says no more than that there is no place. */
const WIDEST = 100_000;

/**
 * What a receiver tells, cleaned: some say a speed of -1 when they know none, and some no number at all.
 *
 * @param timestamp milliseconds since 1970
 * @returns null when it tells no place
 */
export function fixOf(
  {
    latitude: lat,
    longitude: lon,
    accuracy,
    speed,
  }: Pick<GeolocationCoordinates, 'latitude' | 'longitude' | 'accuracy' | 'speed'>,
  timestamp: number,
): Fix | null {
  if (!(Math.abs(lat) <= 90 && Math.abs(lon) <= 180 && accuracy >= 0)) return null;
  return {
    lat,
    lon,
    accuracy: Math.min(accuracy, WIDEST),
    speed: speed !== null && Number.isFinite(speed) && speed >= 0 ? speed : null,
    at: new Date(timestamp).toISOString(),
  };
}

/** The receiver of this device, through the browser; it asks the person for leave the first time. */
export const deviceReceiver: Receiver = (onFix, onFault) => {
  // Said first: the browser would only say that it was refused.
  if (window.isSecureContext === false) {
    onFault('not secure');
    return () => undefined;
  }
  if (!('geolocation' in navigator)) {
    onFault('refused');
    return () => undefined;
  }
  const watch = navigator.geolocation.watchPosition(
    ({ coords, timestamp }) => {
      const fix = fixOf(coords, timestamp);
      if (fix) onFix(fix);
    },
    ({ code, PERMISSION_DENIED }) => onFault(code === PERMISSION_DENIED ? 'refused' : 'no place'),
    { enableHighAccuracy: true, maximumAge: 2_000, timeout: 20_000 },
  );
  return () => navigator.geolocation.clearWatch(watch);
};
