export { DriveNotOpen } from './DriveNotOpen';
export { FullTest, FullTestForm } from './FullTest';
export { LimitTrace } from './LimitTrace';
export { OutcomeSign } from './OutcomeSign';
export { VerdictBanner } from './VerdictBanner';
