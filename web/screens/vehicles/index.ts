export { VehiclesPage } from './VehiclesPage';
