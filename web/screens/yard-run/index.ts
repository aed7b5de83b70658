export { RunPage } from './RunPage';
