export { addDemoRoutes, seedDemo } from './seed';
