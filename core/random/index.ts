export { pickWeighted, randomFrom, seedOf, type Random } from './random';
