export { RoutesPage } from './RoutesPage';
