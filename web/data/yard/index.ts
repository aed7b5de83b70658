export type { Areas } from './areas.worker';
export { useAreas } from './useAreas';
export { useMarks } from './useMarks';
export { usePlan } from './usePlan';
