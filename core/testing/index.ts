export { anyLog, anyStandard, free } from './arbitrary';
export { naiveVerdict } from './naive';
export { eventsOf, instant, limitInput, standardInput, standardWith } from './small';
