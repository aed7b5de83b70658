export {
  countingWords,
  reportOf,
  type Growth,
  type Report,
  type ReportEntry,
  type ReportLimit,
  type ReportMark,
  type ReportSection,
} from './report';
