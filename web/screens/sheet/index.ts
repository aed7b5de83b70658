export { SheetPage } from './SheetPage';
