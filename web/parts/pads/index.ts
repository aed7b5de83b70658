export { PadGrid } from './PadGrid';
export { padSeverities, severityByKeys } from './padSeverities';
export { searchItems } from './search';
export { SectionTiles } from './SectionTiles';
