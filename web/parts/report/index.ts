export { SectionTable } from './SectionTable';
export { TimeLine } from './TimeLine';
