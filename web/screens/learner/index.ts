export { LearnerPage } from './LearnerPage';
