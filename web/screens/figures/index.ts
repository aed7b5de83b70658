export { FiguresPage } from './FiguresPage';
