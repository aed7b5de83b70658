export { OWNER_ONLY } from './backup';
export { adviceHeld, keepAdvice } from './advice';
export {
  changesOf,
  checkpoint,
  inTransaction,
  openDatabase,
  openToRead,
  tryWriting,
  type Database,
} from './database';
export { belongingOf, learnersOf, type Belonging } from './belonging';
export { listChanges, partsChanged, recordChange, type Deed } from './changes';
export {
  addInstructor,
  addPerson,
  changePassphrase,
  changePerson,
  firstDemoInstructor,
  hashPassphrase,
  instructorNamed,
  isDemo,
  isNobodyHere,
  keepPassphrase,
  listPeople,
  ownersOf,
  personById,
  recogniseInstructor,
} from './instructors';
export type { Instructor } from './person';
export { endInvitation, invitationOf, listInvitations, makeInvitation, useInvitation } from './invitations';
export { addDrill, drillOf, drillStates } from './drill';
export { eraseLearner, erasureOf } from './erasure';
export { goalsOf, tickGoal } from './goals';
export { keepLesson, laterThan, lessonById, listLessons, removeLesson } from './lessons';
export { endLink, endLinksOf, linkOf, linksOf, makeLink } from './links';
export { addLearner, changeLearner, learnerById, listLearners, NO_DETAILS } from './learners';
export { bookTest, dayIn } from './licenceTests';
export { SCHOOL, schoolHeld } from './school';
export { keepNetwork, listNetworks, networkById, networkFile, networkRow, type NetworkRow } from './networks';
export {
  keepQuestion,
  keepQuestions,
  keepShippedQuestions,
  listQuestions,
  questionById,
  unchangeQuestion,
} from './questions';
export {
  keepRoute,
  keepRoutePhoto,
  countRoutes,
  fillSummaries,
  listRoutes,
  removeRoute,
  removeRoutePhoto,
  routeById,
  routePhoto,
} from './routes';
export { keepGrading, listGradings } from './gradings';
export { keepResult, listResults, removeResult, resultById, stateOfResults } from './results';
export { keepSettings, settingsHeld } from './settings';
export { keepYardFile, removeYardFile, yardHeld } from './yardFiles';
export { keepPractice, listPractice, practiceById, practiceEvents, removePractice } from './practice';
export { lockDatabase } from './lock';
export { codeOf, DatabaseProblem } from './problem';
export { exportSchool, importSchool } from './exchange';
export { previewRestore, readyCopy, removeCopy, restoreInto } from './restoring';
export { backUp, checkSchool, restore, type Counts } from './safekeeping';
export { unreadableRecords } from './unreadable';
export {
  closeDevice,
  closeSession,
  closeSessions,
  devicesOf,
  instructorOfSession,
  openSession,
  SESSION_DAYS,
} from './sessions';
export { addStandard, listStandards, standardOf, newestStandard, newestStandards } from './standards';
export { eventsByMock, eventsOf, fixesOf, highestSeqs, lengthsOf } from './events';
export { addEvents, addLog } from './log';
export {
  forgetPlaced,
  keepPlaced,
  placedMarks,
  placedRows,
  spotsHeld,
  waysHeld,
  type PlacedRow,
  positionsOfLog,
  sitesHeld,
  type LaidMock,
  type PlacedFilter,
} from './placed';
export {
  forecastsKept,
  keepForecasts,
  keepPast,
  keepRates,
  pastKept,
  ratesKept,
  type MadeForecast,
  type MadePast,
  type MadeRates,
} from './forecasts';
export {
  answersInMocks,
  fillWorkedOut,
  keptOutcomes,
  keepFresh,
  rebuildWorkedOut,
  renewWorkedOut,
  freshRows,
  type FreshRow,
  workedOutOf,
  type Rebuilt,
} from './workedOut';
export { WORKED_OUT } from './workedOutVersion';
export {
  driveHeld,
  evidenceUnder,
  headsOfMocks,
  keepEvidence,
  type HeadOfMock,
  type ReadEvidence,
} from './evidence';
export {
  addMock,
  besideOf,
  binMock,
  changeMock,
  emptyBin,
  listBeside,
  listBin,
  drivesBefore,
  drivesOf,
  drivesOfSchool,
  listMocks,
  mocksByLearner,
  MANY_MOCKS,
  numberOfMocks,
  stateOfEvidence,
  stateOfPlaces,
  mockById,
  mockOrBinned,
  mocksOfSchool,
  type MockFilter,
  type HeldDrive,
} from './mocks';
export {
  addCheckup,
  addVehicle,
  changeVehicle,
  checkupsOf,
  keepPhoto,
  listVehicles,
  photoOf,
  removePhoto,
  vehicleById,
} from './vehicles';
