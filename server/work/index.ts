export { priorFor, READINESS, type Prior } from './jobs/evidence';
export {
  evidenceOfLearner,
  exporting,
  foretold,
  hotSpotsOf,
  pastOfLearner,
  readinessOfSchool,
  rejudging,
  strictnessOfTests,
} from './jobs.client';
export type { HotSpotFilter } from './job';
export { keepFound } from './keepFound';
export { endWork, endWorkUnderWay, isWorking, work, WorkProblem } from './pool';
