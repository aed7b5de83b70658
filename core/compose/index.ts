export {
  compose,
  randomLoops,
  routeOfProposal,
  type ComposeWish,
  type Proposal,
  type Watched,
} from './compose';
export { kindTable } from './kinds';
export { createScorer, weights, type ScoreParts, type Wish } from './score';
export { skillWeights } from './wishes';
