export { EditorPage } from './EditorPage';
