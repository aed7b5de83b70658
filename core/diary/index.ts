export { laterOf } from './series';
export { clashesOf, travelMinutes, type Booked, type Clash } from './clashes';
