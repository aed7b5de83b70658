export { drivenSeconds } from './driven';
export { compareInstants } from './order';
export { day, dayWords, instant, isDay, isInstant, isZone, zone } from './time';
export { clockIn, instantIn } from './zone';
