export { useMarkEditor } from './useMarkEditor';
