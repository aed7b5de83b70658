import { useState } from 'react';
import { deviceReceiver, type Receiver } from './receiver';

const KEPT = 'jasperwren-receiver';

/** Whether places are kept with marks, and the receiver that tells them. Off until somebody wants it. */
export function useReceiver(): {
  readonly receiver: Receiver | null;
  readonly on: boolean;
  readonly choose: (on: boolean) => void;
} {
  const [on, setOn] = useState(() => localStorage.getItem(KEPT) === 'device');
  return {
    on,
    receiver: on ? deviceReceiver : null,
    choose: (next) => {
      localStorage.setItem(KEPT, next ? 'device' : 'off');
      setOn(next);
    },
  };
}
