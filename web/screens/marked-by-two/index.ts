export { MarkedByTwoPage } from './MarkedByTwoPage';
