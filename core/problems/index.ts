export { Broken } from './broken';
export {
  failed,
  parsed,
  pathText,
  problemText,
  within,
  type Parsed,
  type Problem,
  type Told,
} from './problem';
export { readJson } from './json';
export { checkShape, newerFormat } from './shape';
export { commonProblem, commonWords, problemsIn, whyOf } from './words';
