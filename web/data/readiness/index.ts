export { useReadiness } from './useReadiness';
