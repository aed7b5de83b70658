export { GoalsList } from './GoalsList';
export { GoalsText } from './GoalsText';
