export { VehiclePage } from './VehiclePage';
