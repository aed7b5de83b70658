export { usePlan } from './usePlan';
