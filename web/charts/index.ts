export { Chart } from './Chart';
export { Figure } from './Figure';
