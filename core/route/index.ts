export {
  featureKindOf,
  featureKinds,
  featureKindIds,
  type FeatureKind,
  type FeatureKindId,
} from './features';
export { keyAt } from './key';
export { problem as routeProblem } from './problems';
export { featureReference, referenceOfEarlier, referenceTo, type FeatureReference } from './reference';
export { withFeature, withoutFeature } from './edit';
export {
  drawingOn,
  drawThrough,
  leftOutFor,
  nameOfClosed,
  routeOf,
  SNAP_METRES,
  viaOfWay,
  wayThrough,
  withRules,
  type Drawing,
  type Through,
} from './draw';
export { closedAlong, hoursAlong } from './learners';
export { courseOf, type Course, type Leg } from './course';
export { askWords, directionsOf, misled, toldFeatures, type Direction, type Moment } from './directions';
export { junctionsOf, slipAt, type Crossed } from './junctions';
export { headingAtEnd, onwardFrom, type Onward } from './onward';
export { delayOf, limitAt, timingOf, type Timing } from './pace';
export { carriedOver, named, proposedFeatures, stretchesOf } from './propose';
export { featureHere, itemAt, ribbonOf, signalDue, type RibbonItem } from './ribbon';
export {
  MAX_ROUTE_LENGTH,
  MOST_FEATURES,
  MOST_LINE,
  parseRoute,
  placeSchema,
  readRoute,
  ROUTE_FORMAT,
  routeSchema,
  trapKinds,
  writeRoute,
  type Feature,
  type Route,
  type Stretch,
  type TrapKind,
} from './route';
export {
  CALM_AHEAD,
  CALM_BEHIND,
  calmWindows,
  placeOnRoute,
  proposedIndependent,
  sheetOf,
  skillsOf,
  type CalmWindow,
  type PlanCheck,
  type RouteSheet,
} from './sheet';
export { writeGeoJson } from './geojson';
export { readGpx, writeGpx, type Places, type TrackPoint, type Waypoint } from './gpx';
export { matchLine, type Matched } from './match';
export { readRouteFile } from './read';
export { featureNow, type Told } from './whereNow';
