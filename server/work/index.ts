export { priorFor, READINESS, type Prior } from './jobs/evidence';
export {
  evidenceOfLearner,
  foretold,
  hotSpotsOf,
  readinessOfSchool,
  rejudging,
  strictnessOfTests,
} from './jobs.client';
export type { HotSpotFilter } from './job';
export { endWork, work, WorkProblem } from './pool';
