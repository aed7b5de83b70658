export { useGuide } from './useGuide';
