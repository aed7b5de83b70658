import { fork, spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import type { HallAnswer, HallAsked } from './hall';
import { copySchool } from './school';

const BUILT = join(import.meta.dirname, '..', '..', 'dist', 'server');
const MAIN = join(BUILT, 'main.js');

export interface ServerProcess {
  readonly address: string;
  readonly pid: number;
  /** All that it has printed. */
  readonly printed: () => string;
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
  let printed = '';
  for (const out of [child.stdout, child.stderr])
    out?.on('data', (chunk: Buffer) => (printed += chunk.toString()));
  await answering(child, () => printed);
  return {
    address: /https?:\/\/\S+/.exec(printed)?.[0] ?? '',
    pid: child.pid ?? 0,
    printed: () => printed,
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

/** The last thing that it prints at its start is how it is stopped. */
function answering(child: ChildProcess, printed: () => string): Promise<void> {
  return new Promise((resolve, reject) => {
    child.stdout?.on('data', () => {
      if (printed().includes('Ctrl+C')) resolve();
    });
    child.on('exit', () => reject(new Error(`the server ended: ${printed()}`)));
  });
}

/** The built server for one demo school after the other, in one process: see hall.ts. */
export interface Hall {
  /** Serves a copy of the tests' school after its first visit, and no longer the one before. */
  readonly open: (database: string, now: Date) => Promise<string>;
  readonly close: () => Promise<void>;
  readonly end: () => void;
}

export function startHall(): Hall {
  // With none of the runner's own options, as people start it.
  const child = fork(join(BUILT, 'hall.js'), { stdio: 'inherit', execArgv: [] });
  const ask = (asked: HallAsked) =>
    new Promise<string>((resolve, reject) => {
      const ended = () => reject(new Error('the hall ended'));
      child.once('exit', ended);
      child.once('message', (told: HallAnswer) => {
        child.off('exit', ended);
        if ('problem' in told) reject(new Error(told.problem));
        else resolve(told.address ?? '');
      });
      child.send(asked);
    });
  return {
    open: (database, now) => {
      copySchool(database, 'warm');
      return ask({ kind: 'open', database, port: 0, now: now.toISOString() });
    },
    close: async () => {
      await ask({ kind: 'close' });
    },
    end: () => child.kill('SIGKILL'),
  };
}
