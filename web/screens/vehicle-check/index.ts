export { CheckPage } from './CheckPage';
