export { ReportPage } from './ReportPage';
export { SectionTable } from './SectionTable';
export { TimeLine } from './TimeLine';
