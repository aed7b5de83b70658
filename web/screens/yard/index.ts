export { YardPage } from './YardPage';
export { CardPage } from './CardPage';
