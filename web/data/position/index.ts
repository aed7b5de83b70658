export { deviceReceiver, type Fix } from './receiver';
export { usePosition, useWhereabouts, type PositionSource, type Whereabouts } from './usePosition';
export { useReceiver } from './useReceiver';
