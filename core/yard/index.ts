export { jackKnifeAngle, step, type Control, type Pose } from './motion';
export {
  MOST_CONTROLS,
  readControls,
  simulate,
  type Controls,
  type Sample,
  type TimedControl,
} from './simulate';
export {
  fullLock,
  leastRadius,
  MAX_VEHICLE_LENGTH,
  parseYardVehicle,
  readYardVehicle,
  VEHICLE_FORMAT,
  yardVehicleSchema,
  type YardVehicle,
} from './vehicle';
