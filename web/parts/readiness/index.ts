export { BandScale } from './BandScale';
export { Conditions } from './Conditions';
export { percent, wordColour, wordTitles } from './words';
export { Line, PractiseOn, WorkOn, type WorkItem } from './WorkOn';
