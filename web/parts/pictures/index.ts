export { smallPicture } from './smallPicture';
