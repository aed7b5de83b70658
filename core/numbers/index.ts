export { numberText, typedNumber, readAs, type Typed } from './typed';
export { wilson, Z80, Z95 } from './share';
