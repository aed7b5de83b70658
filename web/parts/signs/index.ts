export { Sign } from './Sign';
