export { MockRow } from './MockRow';
