export { Timers } from './Timers';
export { SECONDS, useStopwatch } from './useStopwatch';
