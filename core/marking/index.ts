export { eventProblems } from './check';
export { clockText, elapsedSeconds, isPaused, secondsSince } from './clock';
export { driveOf, ratingsBy, type Drive, type DriveMark, type DrivePeg, type TakenBack } from './drive';
export { isFixedCourse, manoeuvresDue, type DueManoeuvre } from './due';
export {
  eventSchema,
  headerSchema,
  parseEvent,
  type DriveEvent,
  type EventBody,
  type EventKind,
  type EventOf,
  type LogHeader,
} from './event';
export { cleanSections, exercisedIn, type Setting } from './exercised';
export { keepsFix, type PlaceAt } from './fixes';
export {
  HABIT,
  guideQuestions,
  guideStep,
  minorsOnSkill,
  severityForGravity,
  type GuideAnswers,
} from './guide';
export { countsNowhere, judge, type DriveStart, type Judgement } from './judge';
export { learnerView } from './learnerView';
export { judgeUnder, type ForeignJudgement } from './judgeUnder';
export { featureAhead, habitsOf, likelyItems, noHabits, placePads, type Habits, type Moment } from './likely';
export {
  headerOf,
  LOG_FORMAT,
  logFileName,
  MAX_LOG_LENGTH,
  readLog,
  readLogUnder,
  writeLog,
  type Log,
} from './log';
export {
  GOAL,
  goalsOf,
  HILL_START,
  isMissing,
  planOf,
  PULL_UP,
  questionName,
  questionsDue,
  stageSeconds,
  type PlanEntry,
  type QuestionDue,
} from './plan';
export { openRun, runsOf, type Run } from './run';
export { firstStage, stageAt, stageNow, stages, stagesDone, stagesOf, stageTitle } from './stages';
export {
  breachWords,
  countedWords,
  decisiveWords,
  leftWords,
  missingWords,
  outcomeWords,
  planWords,
  remarksOn,
  resultOf,
  resultWords,
  type DriveResult,
} from './words';
export { freeSpots, MANY_MARKS } from './spots';
