export { firstName, nameKey, plainName } from './name';
