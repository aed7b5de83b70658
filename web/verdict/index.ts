export { DriveNotOpen } from './DriveNotOpen';
export { LimitTrace } from './LimitTrace';
export { OutcomeSign } from './OutcomeSign';
export { VerdictBanner } from './VerdictBanner';
