export { DebriefPage } from './DebriefPage';
