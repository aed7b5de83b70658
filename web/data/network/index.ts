export { newWorker, told, type OpenNetwork } from './client';
export type { Composed, RouteBase } from './network.worker';
export { useNetwork } from './useNetwork';
