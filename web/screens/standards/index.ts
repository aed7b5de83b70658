export { ChangesPage } from './ChangesPage';
export { DrivesPage } from './DrivesPage';
export { LibraryPage } from './LibraryPage';
export { StandardPage } from './StandardPage';
