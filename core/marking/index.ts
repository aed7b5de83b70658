export { eventChecker } from './check';
export {
  clockText,
  elapsedSeconds,
  isPaused,
  runClockText,
  runningSince,
  secondsSince,
  typedRunSeconds,
  typedSeconds,
} from './clock';
export { driveOf, ratingsBy, type Drive, type DriveFlag, type TakenBack } from './drive';
export { isFixedCourse, manoeuvresDue, nextDue, type DueManoeuvre } from './due';
export {
  eventSchema,
  headerSchema,
  parseEvent,
  rulesOf,
  sources,
  type DriveEvent,
  type EventBody,
  type EventKind,
  type EventOf,
  type LogHeader,
  type Source,
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
export { countsNowhere } from './countsNowhere';
export { endingWords, judge, type DriveStart, type Judgement } from './judge';
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
  isMissing,
  planOf,
  questionName,
  questionsDue,
  stageSeconds,
  type PlanEntry,
  type QuestionDue,
} from './plan';
export { markedByCount, openRun, runsOf, type Run } from './run';
export { firstStage, stageAt, stageNow, stagesDone, stagesOf } from './stages';
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
export { HILL_START, PULL_UP } from './counted';
export type { DriveMark } from './mark';
export { markWords, noteWords, runTitle, sideTitle, stages, stageTitle } from './titles';
export { helpIn, helpWords, type Help } from './help';
