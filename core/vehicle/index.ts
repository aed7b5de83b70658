export { cardSchema, lacksOf, noCard, parseCard, type CardEntry, type VehicleCard } from './card';
export {
  checkupSchema,
  noRecord,
  parseCheckup,
  recordSchema,
  type Checkup,
  type Tyre,
  type VehicleRecord,
} from './checkup';
export { controlIds, controlOf, controls, type Control, type ControlId } from './controls';
export {
  ADVISED_TREAD,
  CHECKUP_DAYS,
  daysBetween,
  fitnessOf,
  LEGAL_TREAD,
  PAPER_DAYS,
  type Fitness,
  type Reason,
} from './fitness';
export {
  checkItemIds,
  checkItems,
  findings,
  MOST_TREAD,
  paperKinds,
  PRESSURES,
  treadPlaces,
  wheelIds,
  wheels,
  type CheckItem,
  type Finding,
  type PaperKind,
  type TreadPlace,
  type Wheel,
} from './parts';
export { crossing, lineThrough, wearOf, type Line, type Wear } from './wear';
export { doubtsAbout, odometerText, pressureDoubt } from './doubts';
export { BAR, MILE_KM, PSI, typedOdometer, typedPressure } from './typed';
