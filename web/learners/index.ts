export { NewLearnerDialog } from './NewLearnerDialog';
export { LearnerPage } from './LearnerPage';
