export { API, MAX_BATCH } from './constants';
export { LearnerChange, NewLearner, type HabitsView, type LearnerView, type VehicleView } from './learner';
export { operations, type BodyClass } from './paths';
export type { ProblemDetails } from './problem';
export { SignIn, type HealthView, type SessionView } from './session';
export type { RejudgedDrive, RejudgeLine, StandardSummary } from './standard';
export {
  EventBatch,
  NewTest,
  type EventsAnswer,
  type EventsView,
  type Page,
  type TestSummary,
  type TestView,
} from './test';
