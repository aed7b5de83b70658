export { dayAxis } from './dayAxis';
export { Figure } from './Figure';
