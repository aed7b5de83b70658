export { numberText, typedNumber, readAs, type Typed } from './typed';
