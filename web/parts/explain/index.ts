export { ExplainLink } from './ExplainLink';
