export { CoursePage } from './CoursePage';
