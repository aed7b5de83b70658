export { allEssential, KeyPoints } from './KeyPoints';
export { QuestionsPage } from './QuestionsPage';
export { useBank, useDraw } from './useDraw';
