export { amber, amberChoice, type Amber, type AmberChoice } from './amber';
export {
  constantIds,
  constants,
  usual,
  type Constant,
  type ConstantId,
  type SourceKind,
  type Values,
} from './constants';
export { fiveLooks, glanceSummary, type GlanceSummary } from './beat';
export { cue, cueDistance, lengthUnit, spoken, type Cue, type Spoken, type Units } from './cue';
export { delayCost, type Delay } from './delay';
export { emerging, turns, turnSide, type Emerging, type Turn } from './emerge';
export { explanationOf, questionIds, questions, type Explanation, type Question } from './explain';
export { CAUTION, constantsOf, figures, type FigureId, type UsedConstant } from './figures';
export { followingGap, mirrorInterval, type Gap } from './gap';
export { roomToPass, type Passing, type Room, type Street } from './room';
export {
  brakingFactor,
  roads,
  speedAfter,
  speedToStopIn,
  stopping,
  stoppingByRule,
  type RoadState,
  type Stopping,
} from './stopping';
export { FASTEST, readSpeed } from './units';
export { problem as figureProblem } from './problems';
export { withValues } from './values';
