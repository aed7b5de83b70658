export * from './api';
export { useReadiness, type ReadinessOnScreen } from './useReadiness';
