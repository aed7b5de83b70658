export { RoutePage } from './RoutePage';
