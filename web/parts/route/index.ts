export { LearnersField } from './LearnersField';
export { OneRoute } from './OneRoute';
export { RoadNotes } from './RoadNotes';
export { useLearnerRoads } from './useLearnerRoads';
export { Along, RouteMap } from './RouteMap';
