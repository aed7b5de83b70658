export { agreementOf, byArea, divided, guideOf, leaning, type Grades } from './agreement';
export { writtenCases, type WrittenCase } from './cases';
export { grades, kappaOf, type Grade, type Kappa } from './kappa';
