import { rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { startServer, type ServerProcess } from '../server/testing/process';

/** A fresh demo school of a test's own, whose server it may kill and start again at the same address. */
export async function ownServer(database: string): Promise<() => Promise<ServerProcess>> {
  for (const ending of ['', '-wal', '-shm']) rmSync(database + ending, { force: true });
  const port = await freePort();
  return () => startServer('demo', database, ['--port', String(port)]);
}

function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const address = probe.address();
      probe.close(() => resolve(typeof address === 'object' && address ? address.port : 0));
    });
  });
}
