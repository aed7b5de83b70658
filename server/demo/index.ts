export { DEMO_PASSPHRASE, demoInstructors, demoLearners } from './people';
export { DEMO_SEED, seedDemo } from './seed';
