export { largeSchool, LARGE, seedLarge } from './large';
export { addDemoRoutes, seedDemo } from './seed';
