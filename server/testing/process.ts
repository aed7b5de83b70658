import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { copySchool } from './school';

const MAIN = join(import.meta.dirname, '..', '..', 'dist', 'server', 'main.js');

export interface ServerProcess {
  readonly address: string;
  /** As a power cut would: no chance to tidy up. */
  readonly kill: () => Promise<void>;
  /** As Ctrl+C would; how long it took, in milliseconds. */
  readonly end: () => Promise<number>;
}

/** The built server as a process of its own, on a real database file; a demo begins as a copy of the tests' school. */
export async function startServer(
  command: 'demo' | 'serve',
  database: string,
  more: readonly string[] = [],
  /** What time it is for the server: as for whoever starts it. */
  now = new Date(),
): Promise<ServerProcess> {
  if (command === 'demo' && !existsSync(database)) copySchool(database);
  const own = ['--port', '0', '--database', database, '--log-level', 'silent', '--now', now.toISOString()];
  const args = [MAIN, command, ...own, ...more];
  const child = spawn(process.execPath, args, { stdio: ['ignore', 'pipe', 'pipe'] });
  const address = await addressOf(child);
  return {
    address,
    end: async () => {
      const began = performance.now();
      child.kill('SIGTERM');
      await once(child, 'exit');
      return performance.now() - began;
    },
    kill: async () => {
      if (child.exitCode !== null || child.signalCode !== null) return;
      child.kill('SIGKILL');
      await once(child, 'exit');
    },
  };
}

function addressOf(child: ChildProcess): Promise<string> {
  return new Promise((resolve, reject) => {
    let printed = '';
    child.stdout?.on('data', (chunk: Buffer) => {
      printed += chunk.toString();
      const found = /http:\/\/\S+/.exec(printed);
      if (found) resolve(found[0]);
    });
    child.stderr?.on('data', (chunk: Buffer) => (printed += chunk.toString()));
    child.on('exit', () => reject(new Error(`the server ended: ${printed}`)));
  });
}
