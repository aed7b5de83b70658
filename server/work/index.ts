export { priorFor, READINESS, type Prior } from './jobs/evidence';
export {
  evidenceOfLearner,
  foretold,
  hotSpotsOf,
  pastOfLearner,
  readinessOfSchool,
  rejudging,
  strictnessOfTests,
  type Keeping,
} from './jobs.client';
export type { HotSpotFilter } from './job';
export { endWork, work, WorkProblem } from './pool';
