export { inOrder, type Stamped } from './order';
export { retractedIds } from './retract';
