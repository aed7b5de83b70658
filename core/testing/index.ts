export { anyLog, anyStandard, free } from './arbitrary';
export { drawnOn, drawnOnXml, gridPosition, type Drawn } from './drawn';
export { countyNetwork, countyTraffic, networkOf, osmXml, pieces } from './county';
export { naiveVerdict } from './naive';
export { eventsOf, firstTest, instant, limitInput, standardInput, standardWith } from './small';
export { forecastsOf, learnerKinds, type KindFigures, type LearnerKind } from './learners';
export { mockOf } from './mock';
export { often } from './often';
export { courseIds, courseOf, laid, vehicleIds, vehicleOf } from './yard';
