export { markerName } from './marker';
export { countingWords, reportOf, type Report, type ReportLimit, type ReportMark } from './report';
