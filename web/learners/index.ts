export { NewLearnerDialog } from './NewLearnerDialog';
