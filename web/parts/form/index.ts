export { useBodyForm } from './useBodyForm';
