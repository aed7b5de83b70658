export { DeckPage } from './DeckPage';
