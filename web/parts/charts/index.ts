export { Figure } from './Figure';
