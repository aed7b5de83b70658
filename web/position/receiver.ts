import type { Place } from '../../core/geo';

/** Where the car is, as a receiver tells it. */
export interface Fix extends Place {
  /** Radius in metres within which the place is, two times in three. */
  readonly accuracy: number;
  /** Metres a second; null where the receiver does not say. */
  readonly speed: number | null;
  /** ISO instant. */
  readonly at: string;
}

/** Why there is no place: refused by the person or the browser, or none found. */
export type Fault = 'refused' | 'no place';

/** Tells places until it is stopped. What it returns stops it. */
export type Receiver = (onFix: (fix: Fix) => void, onFault: (fault: Fault) => void) => () => void;

/** The receiver of this device, through the browser; it asks the person for leave the first time. */
export const deviceReceiver: Receiver = (onFix, onFault) => {
  if (!('geolocation' in navigator)) {
    onFault('refused');
    return () => undefined;
  }
  const watch = navigator.geolocation.watchPosition(
    ({ coords, timestamp }) =>
      onFix({
        lat: coords.latitude,
        lon: coords.longitude,
        accuracy: coords.accuracy,
        speed: coords.speed,
        at: new Date(timestamp).toISOString(),
      }),
    ({ code, PERMISSION_DENIED }) => onFault(code === PERMISSION_DENIED ? 'refused' : 'no place'),
    { enableHighAccuracy: true, maximumAge: 2_000, timeout: 20_000 },
  );
  return () => navigator.geolocation.clearWatch(watch);
};
