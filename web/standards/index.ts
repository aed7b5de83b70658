export { ChangesPage } from './ChangesPage';
export { LibraryPage } from './LibraryPage';
export { StandardPage } from './StandardPage';
