// Runs a TypeScript script of this checkout: `node scripts/run-ts.mjs scripts/schemas.ts`.
import { spawnSync } from 'node:child_process';

const result = spawnSync(process.execPath, ['--import', 'tsx', ...process.argv.slice(2)], {
  stdio: 'inherit',
});
process.exit(result.status ?? 1);
