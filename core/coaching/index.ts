export { asksFor, type Ask } from './asks';
export { sheetReading, type SkillReading } from './reading';
export { adviceFor, adviceSchema, adviceWith, parseAdvice, practisedAt } from './coaching';
export { cleanNow, prioritiesOf, todayWords, ratedAreas, type Priority } from './debrief';
export { beliefs, shippedAdvice, type Advice, type Belief } from './shipped';
