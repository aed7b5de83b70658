export { YardVehiclePage } from './YardVehiclePage';
