export { SharedPage } from './SharedPage';
