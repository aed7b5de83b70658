export { deviceReceiver, type Fix } from './receiver';
export { usePosition, useWhereabouts, type Position, type Whereabouts } from './usePosition';
export { useReceiver } from './useReceiver';
