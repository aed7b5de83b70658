export { marksOf, marksTable } from './marks';
export { judgedMock, routeDriven, underOthers, type Judged } from './judged';
