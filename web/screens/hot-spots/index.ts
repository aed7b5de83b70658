export { HotSpotsPage } from './HotSpotsPage';
