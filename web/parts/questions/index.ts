export { KeyPoints, PointList, allEssential } from './KeyPoints';
export { useBank, useDraw } from './useDraw';
