export { KerbPage } from './KerbPage';
