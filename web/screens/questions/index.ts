export { QuestionsPage } from './QuestionsPage';
