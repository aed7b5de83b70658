// Runs a TypeScript script of this checkout: `node scripts/run-ts.mjs scripts/schemas.ts`.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { root } from './prepare.mjs';

const { status } = spawnSync(process.execPath, ['--import', 'tsx', ...process.argv.slice(2)], {
  stdio: 'inherit',
  // The contract's classes need the decorators of the base settings.
  env: { ...process.env, TSX_TSCONFIG_PATH: join(root, 'tsconfig.base.json') },
});
process.exit(status ?? 1);
