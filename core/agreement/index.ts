export { agreementOf, byArea, divided, furthestApart, guideOf, leaning, type Grades } from './agreement';
export { whyNotBeside } from './beside';
export {
  compareDrives,
  driftOf,
  sideOf,
  togetherKinds,
  type Drift,
  type DriveAgreement,
  type OwnDrive,
  type Seen,
  type SeenTogether,
  type Together,
} from './drives';
export { writtenCases, type WrittenCase } from './cases';
export { grades, kappaOf, type Grade, type Kappa } from './kappa';
