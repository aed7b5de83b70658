export { judgedTest, routeDriven, underOthers, type Judged } from './judged';
