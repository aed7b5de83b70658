export {
  type Parsed,
  type Problem,
  checkShape,
  failed,
  newerFormat,
  parsed,
  pathText,
  problemText,
} from './problem';
