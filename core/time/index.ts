export { drivenSeconds } from './driven';
export { day, dayWords, instant, isDay, isInstant, isZone, zone } from './time';
