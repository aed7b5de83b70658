export { CardFacts } from './CardFacts';
export { CheckPage } from './CheckPage';
export { VehiclePage } from './VehiclePage';
export { VehiclesPage } from './VehiclesPage';
export { WalkPage } from './WalkPage';
