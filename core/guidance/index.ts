export { wayBack, wrongTurn } from './offRoute';
export {
  guideFor,
  guideOn,
  guideStart,
  shownAt,
  type Cue,
  type Guide,
  type Guided,
  type GuideFix,
  type Shown,
} from './guide';
export {
  goodReception,
  poorReception,
  replayOf,
  replayOfTrack,
  simulatedFix,
  type Reception,
  type Replay,
  type SimulatedFix,
} from './receiver';
