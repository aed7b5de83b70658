export { SetupPage } from './SetupPage';
