export { LibraryPage } from './LibraryPage';
export { StandardPage } from './StandardPage';
