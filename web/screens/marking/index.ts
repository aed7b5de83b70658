export { MarkingPage } from './MarkingPage';
