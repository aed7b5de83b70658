export { clashesIn } from './clashWords';
