export { countAsFull, endDrive, runsBeside, startRun, stopRun } from './runs';
export { limitsInView, type LimitInView } from './limitsInView';
export { moveMark, outsideMarks, type OutsideMark } from './outside';
export { STEP_IN_SECONDS, stepInOpen } from './stepIn';
export type { Timed } from './timed';
export { lastTouch, type Touch } from './undo';
export { eventWords } from './words';
