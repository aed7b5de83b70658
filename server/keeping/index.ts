export { keeper, type Keeper } from './keeper';
