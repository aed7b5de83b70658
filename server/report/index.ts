export { judgedMock, routeDriven, underOthers, type Judged } from './judged';
