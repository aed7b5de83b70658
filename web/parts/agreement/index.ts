export { gradeWords, kappaWords, leaningWords } from './gradeWords';
export { sharedText } from './sharedText';
