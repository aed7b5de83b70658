export { makeCounty, type County } from './county/county';
export {
  MOST_EDGES,
  MOST_POINTS,
  NETWORK_FORMAT,
  networkSchema,
  parseNetwork,
  type NetworkFile,
} from './file';
export * from './graph';
export { writeOsm, type OsmData } from './osm';
export { createSearch, type OnArc, type Path, type Search } from './path';
export { Cancelled, readOsm, type OsmReport, type OsmSource } from './readOsm';
export * from './road';
export { createSnap, type Snap, type Snapped } from './snap';
export * from './traffic';
