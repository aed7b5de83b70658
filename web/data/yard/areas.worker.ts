import { expose } from 'comlink';
import {
  groundSeen,
  HIDDEN,
  MIRRORED,
  outlinesOf,
  type Layout,
  type Pose,
  type Spot,
  type YardVehicle,
} from '../../../core/yard';

/** Ground that is not seen at all, and that only a mirror shows: outlines in metres of the vehicle's frame. */
export interface Areas {
  readonly hidden: readonly (readonly Spot[])[];
  readonly mirrored: readonly (readonly Spot[])[];
}

const worker = {
  areas: (vehicle: YardVehicle, layout: Pick<Layout, 'walls'>, pose: Pose, height: number): Areas => {
    const ground = groundSeen(vehicle, layout, pose, { height });
    return { hidden: outlinesOf(ground, HIDDEN), mirrored: outlinesOf(ground, MIRRORED) };
  },
};

export type AreasWorker = typeof worker;

expose(worker);
