export { NewLearnerDialog } from './NewLearnerDialog';
export { LearnersPage } from './LearnersPage';
export { LearnerPage } from './LearnerPage';
