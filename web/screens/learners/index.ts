export { LearnersPage } from './LearnersPage';
