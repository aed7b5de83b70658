export { bodiesOf, boxCorners, endOf, placed, trailerAxle, type Axle, type Bodies, type Box } from './bodies';
export {
  COURSE_FORMAT,
  courseSchema,
  MAX_COURSE_LENGTH,
  parseCourse,
  readCourse,
  type Course,
} from './course';
export { cornersOf, layOut } from './layout';
export type { Cone, Gear, LaidParameter, LaidStage, Layout, Region, Segment, Settings, Spot } from './model';
export type { Length } from './length';
export { itemFor, manoeuvreFor, markRun, slipWords, type Practice } from './mark';
export { jackKnifeAngle, step, type Control, type Pose } from './motion';
export { pathClearance, type PathClearance } from './path';
export { answerFile, answerPlan, whyNot, type Missing, type PlanAnswer } from './plan/answer';
export { findPlan, UNWATCHED, type Plan, type PlanLimits, type Watch } from './plan/plan';
export type { Piece } from './plan/words';
export { MAX_PATH_LENGTH, readPath } from './readPath';
export { offFrom, poseIn, posesIn, standsIn } from './region';
export {
  followRun,
  reportRun,
  type Followed,
  type Moved,
  type RunReport,
  type Slip,
  type SlipKind,
} from './run';
export { driveOn, MOST_SPEED, type Driving } from './driver';
export { extentOf, pointsOf, setOut, usualBase, type Extent, type SetOut, type SetPoint } from './setout';
export {
  MOST_CONTROLS,
  readControls,
  sampleAt,
  simulate,
  type Controls,
  type Sample,
  type TimedControl,
} from './simulate';
export { CAUTION, pointTitle, readSettings, settingsText } from './words';
export { surveyOf, type Clearance, type Survey } from './survey';
export { outlinesAt, sweep, type Sweep, type Tyre } from './sweep';
export {
  combination,
  fullLock,
  leastRadius,
  MAX_VEHICLE_LENGTH,
  parseYardVehicle,
  readYardVehicle,
  VEHICLE_FORMAT,
  yardVehicleSchema,
  type YardVehicle,
} from './vehicle';
