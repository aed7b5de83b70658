import { proxy, wrap } from 'comlink';
import { useEffect, useState } from 'react';
import type { Course, PlanAnswer, Settings, YardVehicle } from '../../../core/yard';
import type { PlanWorker } from './plan.worker';

/** A plan as it comes. */
export interface PlanOnScreen {
  readonly answer: PlanAnswer | null;
  /** Poses that were searched so far; null when nothing is being planned. */
  readonly searched: number | null;
  readonly error: unknown;
}

interface Held extends PlanOnScreen {
  readonly key: string;
}

/** What was planned while the application is open: going back to a course shows its plan at once. */
const made = new Map<string, PlanAnswer>();

/** Plans a course in a worker of its own, which ends when something else is asked. @param asked null: nothing */
export function usePlan(
  asked: { readonly course: Course; readonly vehicle: YardVehicle; readonly settings: Settings } | null,
): PlanOnScreen {
  const key = asked ? JSON.stringify([asked.course, asked.vehicle, asked.settings]) : '';
  const [held, setHeld] = useState<Held>({ key: '', answer: null, searched: null, error: null });
  useEffect(() => {
    if (key === '' || made.has(key)) return;
    const [course, vehicle, settings] = JSON.parse(key) as [Course, YardVehicle, Settings];
    const thread = new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module' });
    let ended = false;
    const show = (next: Omit<Held, 'key'>): void => {
      if (!ended) setHeld({ key, ...next });
    };
    show({ answer: null, searched: 0, error: null });
    wrap<PlanWorker>(thread)
      .plan(
        course,
        vehicle,
        settings,
        {},
        proxy((poses: number) => show({ answer: null, searched: poses, error: null })),
      )
      .then(
        (answer) => {
          made.set(key, answer);
          show({ answer, searched: null, error: null });
        },
        (error: unknown) => show({ answer: null, searched: null, error }),
      )
      .finally(() => thread.terminate());
    return () => {
      ended = true;
      thread.terminate();
    };
  }, [key]);
  if (key === '') return { answer: null, searched: null, error: null };
  const before = made.get(key);
  if (before) return { answer: before, searched: null, error: null };
  return held.key === key ? held : { answer: null, searched: 0, error: null };
}
