export { DriveNotOpen } from './DriveNotOpen';
export { LimitTrace } from './LimitTrace';
export { OutcomeSign } from './OutcomeSign';
export { stageAt, stages, stageTitle } from './stages';
export { VerdictBanner } from './VerdictBanner';
export { breachWords, decisiveWords, outcomeWords } from './words';
