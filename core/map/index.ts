export { directionMarks } from './directionMarks';
export { geometryOf, ONE_WAY, type MapGeometry } from './geometry';
export { placeLabels, type Box, type Label, type Measure } from './labels';
export { FILLED_FROM, MAIN_RANK, roadWidth, SMALL_FROM } from './roads';
export { scaleStep } from './scale';
export {
  boundsOf,
  LEAST_SCALE,
  MOST_SCALE,
  toMetres,
  toPixels,
  viewOf,
  type Bounds,
  type Size,
  type View,
} from './view';
