export { placedSchool, type PlacedSchool, type PlacedTest } from './placing';
export { rejudging } from './rejudging';
