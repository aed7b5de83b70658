import { expose } from 'comlink';
import { sightingMarks, type Layout, type Moment, type Plan, type YardVehicle } from '../../../core/yard';

const worker = {
  marks: (vehicle: YardVehicle, layout: Layout, plan: Plan): readonly Moment[] =>
    sightingMarks(vehicle, layout, plan),
};

export type MarksWorker = typeof worker;

expose(worker);
