// npm run bench: the figures of docs/performance.md, measured here and now.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { ensureBuilt, ensureInstalled, root } from './prepare.mjs';

ensureInstalled();
ensureBuilt();
const { status } = spawnSync(
  process.execPath,
  [join(root, 'scripts', 'run-ts.mjs'), 'bench/main.ts', ...process.argv.slice(2)],
  {
    cwd: root,
    stdio: 'inherit',
  },
);
process.exit(status ?? 1);
