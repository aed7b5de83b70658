export { fileWord, firstName, nameKey, plainName } from './name';
