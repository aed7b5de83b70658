export { fitnessNow, FitnessSign, fitnessWords, Reasons, todayIs } from './FitnessSign';
