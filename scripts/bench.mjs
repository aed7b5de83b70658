// npm run bench: the figures of docs/performance.md, measured here and now.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { ensureBuilt, ensureInstalled, root, run } from './prepare.mjs';

ensureInstalled();
ensureBuilt();
const vite = join(root, 'node_modules', 'vite', 'bin', 'vite.js');
run(process.execPath, [vite, 'build', '-c', 'vite.bench.config.ts', '--logLevel', 'warn'], { quiet: true });
const { status } = spawnSync(
  process.execPath,
  [join(root, 'dist', 'bench', 'main.js'), ...process.argv.slice(2)],
  { cwd: root, stdio: 'inherit' },
);
process.exit(status ?? 1);
