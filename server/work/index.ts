export { rejudging } from './rejudging';
