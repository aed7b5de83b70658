export { MocksPage } from './MocksPage';
export { BinPage } from './BinPage';
