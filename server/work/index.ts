export { priorFor, READINESS, type Prior } from './evidence';
export { placedSchool, type PlacedSchool, type PlacedTest } from './placing';
export { evidenceOfLearner, foretold, readinessOfSchool } from './readying';
export { rejudging } from './rejudging';
