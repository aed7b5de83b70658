export { Chart } from './Chart';
