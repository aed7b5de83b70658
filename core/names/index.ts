export { nameKey, plainName } from './name';
