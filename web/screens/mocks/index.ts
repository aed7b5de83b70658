export { MocksPage } from './MocksPage';
