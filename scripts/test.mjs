// npm test: every check of this project, from format to real clicks; ends with "N passed, N failed".
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuilt, ensureChromium, ensureInstalled, root } from './prepare.mjs';

ensureInstalled();
ensureChromium();

const bin = (name) => join(root, 'node_modules', '.bin', name);
const reports = join(root, 'test-results');
rmSync(reports, { recursive: true, force: true });
mkdirSync(reports, { recursive: true });

let passed = 0;
let failed = 0;

const say = (text) => process.stdout.write(text);

/** Runs one check; `quiet` keeps what it prints together, for checks that run side by side. */
async function step(title, command, args, { env = {}, count, quiet = false } = {}) {
  if (!quiet) say(`\n== ${title}\n`);
  const began = Date.now();
  const child = spawn(command, args, {
    cwd: root,
    stdio: ['ignore', quiet ? 'pipe' : 'inherit', quiet ? 'pipe' : 'inherit'],
    env: { ...process.env, ...env },
  });
  let printed = '';
  for (const stream of [child.stdout, child.stderr]) stream?.on('data', (chunk) => (printed += chunk));
  const status = await new Promise((resolve) => {
    child.on('error', (error) => {
      printed += error.message;
      resolve(1);
    });
    child.on('close', resolve);
  });
  const found = count?.() ?? { passed: status === 0 ? 1 : 0, failed: status === 0 ? 0 : 1 };
  // A runner that fails without a failed test (a file that does not load) is a failure all the same.
  if (status !== 0 && found.failed === 0) found.failed = 1;
  passed += found.passed;
  failed += found.failed;
  const took = Math.round((Date.now() - began) / 1000);
  say(`${printed}== ${title}: ${status === 0 ? 'passed' : 'FAILED'}, ${took} s\n`);
}

/** The checks that have no tests of their own, two at a time. */
async function sideBySide(checks) {
  const waiting = [...checks];
  const next = async () => {
    for (let check = waiting.shift(); check; check = waiting.shift())
      await step(check[0], check[1], check[2], { quiet: true });
  };
  await Promise.all([next(), next()]);
}

/** Slow tests are what to look at first when the whole takes too long. */
function slowest(title, tests) {
  say(`== slowest of ${title}:\n`);
  for (const { name, seconds } of tests.sort((a, b) => b.seconds - a.seconds).slice(0, 10))
    say(`   ${seconds.toFixed(1).padStart(6)} s  ${name}\n`);
}

function countIn(file, read) {
  return () => {
    if (!existsSync(file)) return { passed: 0, failed: 1 };
    return read(JSON.parse(readFileSync(file, 'utf8')));
  };
}

/** Every test below a suite of Playwright's report. */
function specsOf({ suites = [], specs = [] }) {
  const own = specs.map(({ title, tests }) => ({
    name: title,
    seconds: tests.flatMap(({ results }) => results).reduce((sum, { duration }) => sum + duration, 0) / 1000,
    triedTwice: tests.some(({ status }) => status === 'flaky'),
  }));
  return [...own, ...suites.flatMap(specsOf)];
}

const jest = join(reports, 'jest.json');
const playwright = join(reports, 'playwright.json');

// The compiler in its native form, which takes a fifth of the time; the other one is there for packages that ask it.
const compiler = join(root, 'node_modules', 'typescript-native', 'bin', 'tsc');
const types = (title, part) => [
  `types of ${title}`,
  process.execPath,
  [compiler, '-p', part, '--singleThreaded'],
];
const rooms = ['core', 'contract', 'server', 'web'];
await sideBySide([
  ['lint', bin('eslint'), ['.', '--max-warnings', '0']],
  ['lint with types', bin('oxlint'), ['--type-aware', '--deny-warnings', ...rooms]],
  ['format', bin('prettier'), ['--check', '--log-level', 'warn', '.']],
  types('tests', 'tsconfig.tests.json'),
  ...rooms.map((part) => types(part, part)),
  ['arrows and drawing of the house', process.execPath, ['scripts/architecture.mjs', '--check']],
  ['dead code', bin('knip'), []],
  ['published schemas', process.execPath, ['scripts/run-ts.mjs', 'scripts/schemas.ts', '--check']],
]);
ensureBuilt();
await step(
  'unit tests',
  process.execPath,
  [
    '--experimental-vm-modules',
    '--disable-warning=ExperimentalWarning',
    'node_modules/jest/bin/jest.js',
    '--maxWorkers=2',
    '--json',
    `--outputFile=${jest}`,
  ],
  {
    count: countIn(jest, ({ numPassedTests, numFailedTests, numRuntimeErrorTestSuites, testResults }) => {
      slowest(
        'the unit tests',
        testResults.flatMap(({ assertionResults }) =>
          assertionResults.map(({ fullName, duration }) => ({ name: fullName, seconds: duration / 1000 })),
        ),
      );
      return { passed: numPassedTests, failed: numFailedTests + numRuntimeErrorTestSuites };
    }),
  },
);
await step('end to end, in Chromium', bin('playwright'), ['test', '-c', 'e2e/playwright.config.ts'], {
  env: { PLAYWRIGHT_JSON_OUTPUT_NAME: playwright },
  count: countIn(playwright, ({ suites, stats }) => {
    const specs = suites.flatMap(specsOf);
    for (const { name } of specs.filter(({ triedTwice }) => triedTwice))
      say(`== passed only at the second try, find out why: ${name}\n`);
    slowest('the end-to-end tests', specs);
    return { passed: stats.expected + stats.flaky, failed: stats.unexpected };
  }),
});

// Nobody runs the bench every day: by night it is seen that it still can.
if (process.env.NIGHTLY) await step('bench', process.execPath, ['scripts/bench.mjs']);

say(`\n${passed} passed, ${failed} failed\n`);
process.exit(failed === 0 ? 0 : 1);
