export { MockRow } from './MockRow';
export { MocksPage } from './MocksPage';
