export { drillLog, useDrill } from './useDrill';
