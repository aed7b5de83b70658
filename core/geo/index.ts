export { lengthOf, metresAlong, nearestOn, placeAlong, stretchOf, type Nearest, type OnLine } from './line';
export { frameAt, type Frame, type Point } from './plane';
export { bearing, distance, EARTH_RADIUS, roundedPlace, turnBetween, type Place } from './sphere';
