export { act, type Action, type Session, type Where } from './act';
export { MOST_GOALS, refusalWords, type Refusal } from './refusal';
export { logOf, type DoneAt } from './logOf';
export { limitsInView, type LimitInView } from './limitsInView';
export { outsideMarks, type OutsideMark } from './outside';
export { STEP_IN_SECONDS, stepInOpen } from './stepIn';
export type { Timed } from './timed';
export { type Touch } from './undo';
export { eventWords } from './words';
