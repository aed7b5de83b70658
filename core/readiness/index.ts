export { fastLimits } from './cells';
export { drawBeta, drawGamma, drawPoisson } from './draw';
export {
  evidenceOf,
  manoeuvrePlan,
  markedItems,
  skillsWatched,
  type Evidence,
  type MockDrive,
} from './evidence';
export {
  judgeReadiness,
  type Condition,
  type Papers,
  type ReadinessJudgement,
  type ReadinessWord,
} from './judgement';
export { nextStepOf, type NextStep } from './nextStep';
export { papersOn, type Paper } from './papers';
export type { PlannedHour } from './plan';
export { posteriorOf, schoolRates, type SchoolRates } from './posterior';
export {
  allAnswers,
  chancesAt,
  forecastDay,
  noonOf,
  questionOdds,
  readinessOf,
  workOutReadiness,
  type Readiness,
  type ReadinessInput,
} from './readiness';
export { settingsFrom, settingWords, usualSettings, type ReadinessSettings } from './settings';
export { forecast, type Forecast, type ForecastInput } from './simulate';
export { stoodAt, type Stood } from './stood';
export { STRICTNESS, strictnessOf, type Strictness } from './strictness';
export { FEWER, nextMocks, type NextMock, type WhatIf } from './whatIf';
export { trendOf, TREND_MOCKS, type Trend } from './trend';
export { trustOf, TRUST_TESTS, type Foretold, type Trust } from './trust';
