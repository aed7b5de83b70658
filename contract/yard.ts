import type { Course, YardVehicle } from '../core/yard';

/** Courses and vehicles as geometry that the yard can use. */
export interface YardView {
  readonly courses: readonly Course[];
  readonly vehicles: readonly YardVehicle[];
}
