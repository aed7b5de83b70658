export { clashesOf, travelMinutes, type Booked, type Clash } from './clashes';
