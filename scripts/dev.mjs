// npm run dev: the web application with hot reload on 4820, the server restarting on 4821.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { ensureInstalled, root } from './prepare.mjs';

ensureInstalled();
const bin = (name) => join(root, 'node_modules', '.bin', name);
const children = [
  spawn(
    bin('tsx'),
    [
      'watch',
      '--tsconfig',
      'server/tsconfig.json',
      'server/cli/main.ts',
      'demo',
      '--port',
      '4821',
      '--database',
      'var/dev.db',
    ],
    {
      cwd: root,
      stdio: 'inherit',
    },
  ),
  spawn(bin('vite'), [], { cwd: root, stdio: 'inherit' }),
];
const stop = () => children.forEach((child) => child.kill());
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, stop);
for (const child of children) child.on('exit', stop);
