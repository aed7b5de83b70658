export { readQuestionTable, writeQuestionTable, type QuestionTable } from './csv';
export {
  askableIn,
  drawSet,
  setsWithout,
  questionSets,
  questionsOf,
  setKey,
  wrongChances,
  type DrawRule,
  type QuestionSet,
} from './draw';
export {
  answersOf,
  drillEventSchema,
  grades,
  parseDrillEvent,
  type DrillAnswer,
  type DrillEvent,
  type Grade,
} from './drill';
export {
  memoryOf,
  recallAt,
  recalledInTest,
  UNSEEN_RECALL,
  weaknessAt,
  type Memory,
  type Recalled,
} from './memory';
export { MAX_BANK_LENGTH, parseQuestion, readBank, writeBank } from './parse';
export {
  bankSchema,
  questionSchema,
  MOST_QUESTIONS,
  QUESTIONS_FORMAT,
  sourceKinds,
  type Bank,
  type KeyPoint,
  type Question,
  questionKinds,
  type QuestionKind,
} from './schema';
export { afterAnswer, SESSION_QUESTIONS, sessionOf } from './session';
export { signIds, signs, type SignId } from './signs';
