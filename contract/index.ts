export { API, MAX_BATCH, MOST } from './constants';
export { DrillBatch, type DrillView } from './drill';
export {
  DetailsToKeep,
  Erasure,
  GoalTick,
  LearnerChange,
  LearnersToImport,
  learnerSorts,
  NewLearner,
  OverruleToKeep,
  PaperToKeep,
  transmissions,
  type ErasureView,
  type GoalView,
  type HabitsView,
  type LearnerSort,
  type LearnerView,
  type ListedLearner,
  type Overrule,
} from './learner';
export { GradingToKeep, type GradingView } from './agreement';
export { LessonToChange, LessonToKeep, MOST_REPEATS, SeriesToAdd, type LessonView } from './lesson';
export { CalendarToMake, ShareToMake, type LinkView, type SharedView } from './link';
export { operations, type BodyClass, type Operation, type Owned } from './paths';
export {
  Invitation,
  PersonChange,
  Welcome,
  type ChangeKind,
  type ChangeView,
  type DeviceView,
  type InvitationMade,
  type InvitationView,
  type PersonView,
  type WelcomeView,
} from './people';
export { may, reach, rights, roles, type Right, type Role } from './roles';
export type { HotSpotsView, HotSpotMark, HotSpot } from './hotSpots';
export type { ProblemDetails } from './problem';
export {
  AdviceToKeep,
  SettingsToKeep,
  type AdviceView,
  type EvidenceView,
  type PastView,
  type RatingPair,
  type ReadinessList,
  type ReadinessRow,
  type SettingsView,
  type StrictnessView,
  type TrustView,
} from './readiness';
export { ResultToKeep, type ResultView } from './result';
export {
  questionSorts,
  QuestionsToKeep,
  QuestionToKeep,
  type QuestionSort,
  type QuestionView,
} from './question';
export {
  routeSorts,
  RouteToKeep,
  type NetworkSummary,
  type RouteSort,
  type ListedRoute,
  type RouteSummary,
  type RouteView,
} from './route';
export {
  SchoolToKeep,
  type BackupsView,
  type ReachView,
  type RestoreView,
  type SchoolView,
  type UnreadableRecord,
  type ExportLine,
} from './school';
export { PASSPHRASE_LEAST, PassphraseChange, SignIn, type HealthView, type SessionView } from './session';
export { SheetToKeep } from './sheet';
export {
  standardSorts,
  type RejudgedMock,
  type RejudgeLine,
  type StandardSort,
  type StandardSummary,
} from './standard';
export {
  EventBatch,
  mockStates,
  BIN_DAYS,
  MockChange,
  NewMock,
  type BesideView,
  type BinnedMock,
  type ComparedDrive,
  type EventsAnswer,
  type EventsView,
  type Page,
  type RefusedEvent,
  type MockState,
  type MockSummary,
  type MockView,
} from './mock';
export { NewVehicle, VehicleChange, vehicleSorts, type VehicleSort, type VehicleView } from './vehicle';
export { IsDay } from './rules';
export {
  CourseToKeep,
  PracticeToKeep,
  YardVehicleToKeep,
  type OwnYardFile,
  type PracticeRunView,
  type PracticeTold,
  type PracticeView,
  type YardView,
} from './yard';
