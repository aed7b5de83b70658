export { useProjection } from './context';
export { Marker } from './Marker';
export { NetworkMap } from './NetworkMap';
export type { MapLine } from './paint';
