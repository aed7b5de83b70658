export { WalkPage } from './WalkPage';
