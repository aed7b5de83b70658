export { ComposePage } from './ComposePage';
export { EditorPage } from './EditorPage';
export { HotSpotsPage } from './HotSpotsPage';
export { NetworksPage } from './NetworksPage';
export { RoutePage } from './RoutePage';
export { RoutesPage } from './RoutesPage';
