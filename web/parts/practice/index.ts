export { usePractice } from './usePractice';
