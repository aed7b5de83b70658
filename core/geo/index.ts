export {
  lengthOf,
  metresAlong,
  nearestOn,
  positionAlong,
  stretchOf,
  type Nearest,
  type OnLine,
} from './line';
export { frameAt, type Frame, type Point } from './plane';
export { bearing, distance, EARTH_RADIUS, roundedPosition, turnBetween, type Position } from './sphere';
