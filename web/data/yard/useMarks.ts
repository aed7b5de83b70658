import { wrap } from 'comlink';
import { useEffect, useState } from 'react';
import type { Layout, Moment, Plan, YardVehicle } from '../../../core/yard';
import type { MarksWorker } from './marks.worker';

/** Milliseconds from the last move of a slider until marks are worked out. */
const QUIET = 200;

interface Asked {
  readonly vehicle: YardVehicle;
  readonly layout: Layout;
  readonly plan: Plan;
}

/** The sighting marks of a plan, worked out in a worker; null until they are there, empty where that failed. */
export function useMarks({ vehicle, layout, plan }: Asked): readonly Moment[] | null {
  const [held, setHeld] = useState<{ readonly of: YardVehicle; readonly moments: readonly Moment[] } | null>(
    null,
  );
  useEffect(() => {
    let thread: Worker | null = null;
    let ended = false;
    const show = (moments: readonly Moment[]): void => {
      if (!ended) setHeld({ of: vehicle, moments });
    };
    const timer = setTimeout(() => {
      thread = new Worker(new URL('./marks.worker.ts', import.meta.url), { type: 'module' });
      const own = thread;
      wrap<MarksWorker>(own)
        .marks(vehicle, layout, plan)
        .then(
          (moments) => show(moments),
          () => show([]),
        )
        .finally(() => own.terminate());
    }, QUIET);
    return () => {
      ended = true;
      clearTimeout(timer);
      thread?.terminate();
    };
  }, [vehicle, layout, plan]);
  return held?.of === vehicle ? held.moments : null;
}
