export { makeCounty, type County } from './county/county';
export {
  MOST_EDGES,
  MOST_POINTS,
  NETWORK_FORMAT,
  networkSchema,
  parseNetwork,
  type NetworkFile,
  type StoredNetwork,
} from './file';
export { builtUpAreas, type Ring } from './builtUp';
export { clipNetwork, type Extent } from './clip';
export { namedRoads, type NamedRoad } from './namedRoads';
export {
  edgeOf,
  reverseOf,
  isForward,
  openNetwork,
  turnKey,
  roadOfArc,
  startOf,
  endOf,
  stepBetween,
  lengthOfArc,
  mayDrive,
  waysFrom,
  armsOf,
  pointsOf,
  positionOfPoint,
  signsOf,
  headingFrom,
  headingInto,
  type Place,
  type Sign,
  type RoadGraph,
} from './graph';
export { writeOsm, type OsmData } from './osm';
export {
  closureOf,
  closuresOf,
  everyRoad,
  rulesFor,
  safeRules,
  type ClassRules,
  type Closure,
  type Closures,
  type LearnerRules,
} from './closures';
export { createSearch, type OnArc, type Path, type Search } from './path';
export { Cancelled, readOsm, type OsmReport, type OsmSource } from './readOsm';
export {
  roadClasses,
  signKinds,
  placeKinds,
  MPH,
  KMH,
  assumedSpeed,
  rankOf,
  type PlaceKind,
  type RoadClass,
  type Road,
  type SignKind,
} from './road';
export { createSnap, type Snap, type Snapped } from './snap';
export {
  controls,
  usualDelays,
  STRAIGHT,
  BACK,
  trafficOf,
  controlOf,
  turnOf,
  turnSeconds,
  type Control,
  type Delays,
  type Traffic,
} from './traffic';
