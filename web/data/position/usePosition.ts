import { useEffect, useMemo, useSyncExternalStore } from 'react';
import type { Position } from '../../../core/geo';
import type { Fault, Fix, Receiver } from './receiver';

/** So old a fix, in milliseconds, no longer says where the car is; so rough a one, in metres, never did. */
const STALE = 15_000;
const ROUGH = 150;

export interface Whereabouts {
  readonly state: 'off' | 'waiting' | 'here' | Fault;
  /** The last place told; it may be old. */
  readonly fix: Fix | null;
}

/** What a receiver tells, for those parts of a screen that want to know; nothing else is drawn again for it. */
export interface PositionSource {
  readonly now: () => Whereabouts;
  readonly subscribe: (onChange: () => void) => () => void;
  /** Where the car is at this very moment; null when nobody knows. */
  readonly positionNow: () => Position | null;
}

const OFF: Whereabouts = { state: 'off', fix: null };

/** Follows a receiver while there is one. @param onFix must stay the same function */
export function usePosition(receiver: Receiver | null, onFix: (fix: Fix) => void): PositionSource {
  const position = useMemo(() => {
    let whereabouts = OFF;
    const listeners = new Set<() => void>();
    const tell = (next: Whereabouts) => {
      whereabouts = next;
      for (const listener of listeners) listener();
    };
    return {
      tell,
      now: () => whereabouts,
      subscribe: (onChange: () => void) => {
        listeners.add(onChange);
        return () => void listeners.delete(onChange);
      },
      positionNow: () => {
        const { fix } = whereabouts;
        if (!fix || fix.accuracy > ROUGH || Date.now() - Date.parse(fix.at) > STALE) return null;
        return { lat: fix.lat, lon: fix.lon };
      },
    };
  }, []);
  useEffect(() => {
    if (!receiver) return position.tell(OFF);
    position.tell({ state: 'waiting', fix: null });
    return receiver(
      (fix) => {
        position.tell({ state: 'here', fix });
        onFix(fix);
      },
      (fault) => position.tell({ state: fault, fix: position.now().fix }),
    );
  }, [receiver, onFix, position]);
  return position;
}

/** What a position tells now; the caller is drawn again with each fix. */
export const useWhereabouts = ({ now, subscribe }: PositionSource): Whereabouts =>
  useSyncExternalStore(subscribe, now);
