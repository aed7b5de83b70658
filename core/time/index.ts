export { day, instant, isDay, isInstant, isZone, zone } from './time';
