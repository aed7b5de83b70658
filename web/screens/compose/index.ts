export { ComposePage } from './ComposePage';
