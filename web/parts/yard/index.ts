export { projectionOf, type Projection } from './projection';
export { SweepLayer } from './SweepLayer';
export { VehicleGlyph } from './VehicleGlyph';
export { YardDrawing } from './YardDrawing';
