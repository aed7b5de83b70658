export { type Parsed, type Problem, checkShape, failed, parsed, pathText, problemText } from './problem';
