export { DiaryPage } from './DiaryPage';
export { clashesIn } from './clashWords';
