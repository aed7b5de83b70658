export { bodiesOf, endOf, placed, seenFrom, trailerAxle, type Bodies, type Box } from './bodies';
export { courseSchema, MAX_COURSE_LENGTH, parseCourse, readCourse, type Course } from './course';
export { idOf, withPointMoved } from './edit';
export { withFigures, type Figures } from './figures';
export { lengthPlus, lengthText, readLength } from './formula';
export { draggedTo, handlesOf, type Handle } from './handles';
export { layOut } from './layout';
export type { LaidParameter, Layout, Segment, Settings, Spot } from './model';
export type { Length } from './length';
export { courseFor, itemFor, manoeuvreFor, markRun, slipWords, type Practice } from './mark';
export { jackKnifeAngle, step, type Control, type Pose } from './motion';
export { pathClearance } from './path';
export { judgeFollowed, judgeRun, parseRun, type JudgedRun, type Run } from './practice';
export { answerFile, answerPlan, whyNot, type Missing, type PlanAnswer } from './plan/answer';
export { findPlan, UNWATCHED, type Plan, type PlanLimits, type Watch } from './plan/plan';

export { numberPlaces } from './numbers';
export { MAX_PATH_LENGTH, parsePath, readPath } from './readPath';
export { posesIn, standsIn } from './region';
export {
  followerOf,
  followRun,
  reportRun,
  type Followed,
  type Follower,
  type Moved,
  type RunReport,
  type Slip,
} from './run';
export { driveOn, MOST_SPEED, type Driving } from './driver';
export { extentOf, linesOf, pointsOf, namedBase, setOut, usualBase, type SetOut } from './setout';
export { readControls, sampleAt, simulate, type Controls, type Sample } from './simulate';
export { CAUTION, pointTitle, readSettings, settingsText } from './words';
export { surveyOf } from './survey';
export { settingOf, turnByRule, TURNS, type Setting } from './sight/adjust';
export { groundSeen, HIDDEN, MIRRORED, outlinesOf } from './sight/areas';
export { isInside, ownBody, type Panel } from './sight/hidden';
export { headFor, looksOf, wayToMirror, type Look, type Way } from './sight/looks';
export { momentWords, sightingMarks, type Mark, type Moment } from './sight/marks';
export { cameraBehind, type MirrorCamera } from './sight/camera';
export { seated, turnOf, type Mirror } from './sight/mirror';
export { FILE_SEAT, readSeat, seatText, type Seat, type Turn } from './sight/seat';
export { CONE, POLE, seen, unseenNear, WALL, type Seen, type Unseen } from './sight/see';
export { outlinesAt, sweep, type Sweep, type Tyre } from './sweep';
export {
  combination,
  fullLock,
  leastRadius,
  MAX_VEHICLE_LENGTH,
  parseYardVehicle,
  readYardVehicle,
  yardVehicleSchema,
  type YardVehicle,
} from './vehicle';
