export { SchoolPage } from './SchoolPage';
