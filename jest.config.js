// Tests are in one place on one day, wherever and whenever they run.
process.env.TZ = 'Europe/London';

// Packages whose globals are made their own too: what tests compute most with. Each is a module of the language.
const COMPUTING = '(?:zod|fast-check|pure-rand|kysely)/';

const shared = {
  setupFiles: ['<rootDir>/server/testing/setUpClock.ts'],
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: {
    '^.+\\.tsx?$': [
      '<rootDir>/scripts/jestTransform.js',
      {
        jsc: {
          target: 'es2022',
          parser: { syntax: 'typescript', tsx: true, decorators: true },
          transform: { legacyDecorator: true, decoratorMetadata: false, react: { runtime: 'automatic' } },
        },
        module: { type: 'es6' },
      },
    ],
    [`/node_modules/${COMPUTING}.+\\.js$`]: ['<rootDir>/scripts/jestTransform.js', { packages: true }],
  },
  transformIgnorePatterns: [`/node_modules/(?!${COMPUTING})`],
  testPathIgnorePatterns: ['/node_modules/', '/dist/', '/e2e/'],
};

export default {
  reporters: ['default'],
  ...(process.env.TEST_ORDER === 'reversed' ? { testSequencer: '<rootDir>/scripts/reversedOrder.js' } : {}),
  // Servers with a demo school take their time on small machines, also in hooks.
  testTimeout: 40_000,
  projects: [
    {
      ...shared,
      displayName: 'node',
      globalSetup: '<rootDir>/server/testing/school.ts',
      testEnvironment: 'node',
      testMatch: ['<rootDir>/{core,contract,server,scripts}/**/*.test.ts'],
    },
    {
      ...shared,
      displayName: 'web',
      testEnvironment: '<rootDir>/web/testing/jsdom.js',
      testMatch: ['<rootDir>/web/**/*.test.{ts,tsx}'],
    },
  ],
};
