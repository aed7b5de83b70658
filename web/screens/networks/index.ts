export { NetworksPage } from './NetworksPage';
