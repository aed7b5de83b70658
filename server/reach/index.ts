export { addressOf, answersTo, isLoopbackHost, ownAddresses, publicOriginOf } from './addresses';
export { readCertificate, type CertificateFiles } from './certificate';
export { believing } from './fronts';
export { localAuthority, type LocalAuthority } from './lan';
export { SetupProblem } from './problem';
export { trustServer } from './trustPage';
