export { useMarks } from './useMarks';
export { usePlan } from './usePlan';
