export { newWorker, told, type OpenNetwork } from './client';
export { ONE_WAY, type MapGeometry } from './geometry';
export type { Composed, RouteBase } from './network.worker';
export { useNetwork } from './useNetwork';
