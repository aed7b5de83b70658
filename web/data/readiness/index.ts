export { useReadiness, type ReadinessOnScreen } from './useReadiness';
