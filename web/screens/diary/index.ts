export { DiaryPage } from './DiaryPage';
