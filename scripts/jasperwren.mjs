// The command line, from a checkout: npm run --silent jasperwren -- judge --standard FILE --log FILE
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { ensureBuilt, ensureInstalled, root } from './prepare.mjs';

ensureInstalled();
ensureBuilt();
runProgram(process.argv.slice(2));

function runProgram(args) {
  const program = spawn(
    process.execPath,
    ['--enable-source-maps', join(root, 'dist', 'server', 'main.js'), ...args],
    {
      stdio: 'inherit',
    },
  );
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => program.kill(signal));
  program.on('exit', (code, signal) => process.exit(signal ? 1 : (code ?? 1)));
}
