export { DatabaseProblem, openDatabase, openToRead, type Database } from './database';
export {
  addInstructor,
  firstDemoInstructor,
  instructorNamed,
  recogniseInstructor,
  type Instructor,
} from './instructors';
export { addLearner, changeLearner, learnerById, listLearners, listVehicles } from './learners';
export { closeSession, instructorOfSession, openSession, SESSION_DAYS } from './sessions';
export { addStandard, listStandards, standardOf, newestStandard } from './standards';
export {
  addEvents,
  addTest,
  drivesBefore,
  eventsByTest,
  eventsOf,
  fixesOf,
  highestSeqs,
  listTests,
  testById,
} from './tests';
