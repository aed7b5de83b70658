export { ExamplesSign } from './ExamplesSign';
