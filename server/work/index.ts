export { priorFor, READINESS, type Prior } from './jobs/evidence';
export {
  evidenceOfLearner,
  foretold,
  placedSchool,
  readinessOfSchool,
  rejudging,
  strictnessOfTests,
} from './jobs.client';
export type { PlacedSchool, PlacedMock } from './job';
export { endWork, work, WorkProblem } from './pool';
