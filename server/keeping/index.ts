export { NoRoom } from './folder';
export { keeper, type Keeper } from './keeper';
