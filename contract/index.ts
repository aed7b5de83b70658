export { API, MAX_BATCH } from './constants';
export { DrillBatch, type DrillView } from './drill';
export { LearnerChange, NewLearner, type HabitsView, type LearnerView } from './learner';
export { operations, type BodyClass } from './paths';
export type { HotSpotsView, MarkAtPlace, PlaceRate } from './places';
export type { ProblemDetails } from './problem';
export { QuestionsToKeep, QuestionToKeep, type QuestionView } from './question';
export { RouteToKeep, type NetworkSummary, type RouteSummary, type RouteView } from './route';
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
export { NewVehicle, VehicleChange, type VehicleView } from './vehicle';
