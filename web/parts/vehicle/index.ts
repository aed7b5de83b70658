export { CardFacts, photoUrl } from './CardFacts';
export { Cockpit } from './Cockpit';
export { OneVehicle } from './OneVehicle';
export { TyreFace } from './TyreFace';
export { pressureHelp } from './pressureHelp';
