export { YardPage } from './YardPage';
