// npm test: every check of this project, from format to real clicks; ends with "N passed, N failed".
import { spawnSync } from 'node:child_process';
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

function step(title, command, args, { env = {}, count } = {}) {
  process.stdout.write(`\n== ${title}\n`);
  const began = Date.now();
  const { status } = spawnSync(command, args, {
    cwd: root,
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, ...env },
  });
  const found = count?.() ?? { passed: status === 0 ? 1 : 0, failed: status === 0 ? 0 : 1 };
  // A runner that fails without a failed test (a file that does not load) is a failure all the same.
  if (status !== 0 && found.failed === 0) found.failed = 1;
  passed += found.passed;
  failed += found.failed;
  process.stdout.write(
    `== ${title}: ${status === 0 ? 'passed' : 'FAILED'}, ${Math.round((Date.now() - began) / 1000)} s\n`,
  );
}

function countIn(file, read) {
  return () => {
    if (!existsSync(file)) return { passed: 0, failed: 1 };
    return read(JSON.parse(readFileSync(file, 'utf8')));
  };
}

const jest = join(reports, 'jest.json');
const playwright = join(reports, 'playwright.json');

step('format', bin('prettier'), ['--check', '--log-level', 'warn', '.']);
step('lint', bin('eslint'), ['.', '--max-warnings', '0']);
step('arrows', bin('depcruise'), ['core', 'contract', 'server', 'web', 'bench', '--output-type', 'err']);
step('dead code', bin('knip'), []);
for (const part of ['core', 'contract', 'server', 'web']) step(`types of ${part}`, bin('tsc'), ['-p', part]);
step('types of tests', bin('tsc'), ['-p', 'tsconfig.tests.json']);
step('published schemas', process.execPath, ['scripts/run-ts.mjs', 'scripts/schemas.ts', '--check']);
ensureBuilt();
step(
  'unit tests',
  process.execPath,
  [
    '--experimental-vm-modules',
    '--disable-warning=ExperimentalWarning',
    'node_modules/jest/bin/jest.js',
    '--json',
    `--outputFile=${jest}`,
  ],
  {
    count: countIn(jest, ({ numPassedTests, numFailedTests, numRuntimeErrorTestSuites }) => ({
      passed: numPassedTests,
      failed: numFailedTests + numRuntimeErrorTestSuites,
    })),
  },
);
step('end to end, in Chromium', bin('playwright'), ['test', '-c', 'e2e/playwright.config.ts'], {
  env: { PLAYWRIGHT_JSON_OUTPUT_NAME: playwright },
  count: countIn(playwright, ({ stats }) => ({
    passed: stats.expected + stats.flaky,
    failed: stats.unexpected,
  })),
});

process.stdout.write(`\n${passed} passed, ${failed} failed\n`);
process.exit(failed === 0 ? 0 : 1);
