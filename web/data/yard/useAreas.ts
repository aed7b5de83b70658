import { wrap, type Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { Layout, Pose, YardVehicle } from '../../../core/yard';
import type { Areas, AreasWorker } from './areas.worker';

interface Asked {
  readonly vehicle: YardVehicle;
  readonly layout: Layout;
  readonly pose: Pose;
  /** Metres of what stands there; 0: the ground itself. */
  readonly height: number;
}

/** Where the vehicle of a course without walls stands doesn't matter to what hides behind itself. */
const ANYWHERE: Pose = { x: 0, y: 0, heading: 0, hitch: null };

/**
 * Blind areas, worked out in a worker as fast as it can: while something moves, those of a moment ago. Null: not
 * there yet, or not asked for.
 */
export function useAreas(asked: Asked | null): Areas | null {
  const [areas, setAreas] = useState<Areas | null>(null);
  const thread = useRef<{ readonly remote: Remote<AreasWorker>; readonly end: () => void } | null>(null);
  const [busy, setBusy] = useState(false);
  const done = useRef<readonly unknown[]>([]);
  const on = asked !== null;
  useEffect(() => {
    if (!on) return;
    const worker = new Worker(new URL('./areas.worker.ts', import.meta.url), { type: 'module' });
    thread.current = { remote: wrap<AreasWorker>(worker), end: () => worker.terminate() };
    return () => {
      thread.current?.end();
      thread.current = null;
      done.current = [];
      setBusy(false);
      setAreas(null);
    };
  }, [on]);
  const still = asked !== null && asked.pose.hitch === null && asked.layout.walls.length === 0;
  const { x, y, heading, hitch } = !asked || still ? ANYWHERE : asked.pose;
  const { vehicle, layout, height } = asked ?? {};
  useEffect(() => {
    const remote = thread.current?.remote;
    if (!remote || busy || !vehicle || !layout || height === undefined) return;
    const next = [vehicle, layout.walls, x, y, heading, hitch, height];
    if (next.length === done.current.length && next.every((one, n) => one === done.current[n])) return;
    done.current = next;
    setBusy(true);
    remote
      .areas(vehicle, { walls: layout.walls }, { x, y, heading, hitch }, height)
      .then(setAreas, () => setAreas(null))
      .finally(() => setBusy(false));
  }, [busy, vehicle, layout, height, x, y, heading, hitch]);
  return areas;
}
