export { GoalsList } from './GoalsList';
export { GoalsText } from './GoalsText';
export { useOpenGoals } from './useOpenGoals';
