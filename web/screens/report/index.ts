export { ReportPage } from './ReportPage';
