export { DirectionCard } from './DirectionCard';
export { itemWords } from './itemWords';
export { Road } from './Road';
