import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { createReadStream } from 'node:fs';
import { join } from 'node:path';
import { demoMock, faultEvent, scratchFolder, startServer } from '../server/testing';
import { Device } from './device';
import { writeLarge } from './roads';
import { figureOf, type Figure } from './table';

const MAIN = join(import.meta.dirname, '..', 'dist', 'server', 'main.js');
const COMPOSITIONS = 3;
/** Between two batches of a device, in milliseconds. */
const EVERY = 50;

/** Batches of marks while an extract of 200 MB is read and three loops are composed on the same machine. */
export async function busy(): Promise<Figure[]> {
  const folder = scratchFolder();
  const server = await startServer('demo', folder.path('bench.db'));
  const beside: ChildProcess[] = [];
  const run = (...args: readonly string[]) => {
    const child = spawn(process.execPath, [MAIN, ...args], { stdio: ['ignore', 'ignore', 'inherit'] });
    beside.push(child);
    return child;
  };
  try {
    const extract = folder.path('large.osm');
    await writeLarge(extract);
    // What is read once is in memory: it is the reading that is tried, not the disk.
    for await (const _part of createReadStream(extract));
    const network = folder.path('county.network.json.gz');
    await once(run('network', 'make', '--out', folder.path('county.osm')), 'exit');
    await once(run('network', 'import', folder.path('county.osm'), '--out', network), 'exit');
    const { mock } = await demoMock(server);
    const device = new Device(server.address);
    await device.signIn();
    let seq = 0;
    const batches = async (goOn: () => boolean) => {
      const times: number[] = [];
      while (goOn()) {
        const events = Array.from({ length: 50 }, () => faultEvent((seq += 1)));
        const began = performance.now();
        await device.post(`/mocks/${mock}/events`, { events });
        times.push(performance.now() - began);
        await new Promise((done) => setTimeout(done, EVERY));
      }
      return times;
    };
    let left = 60;
    const alone = await batches(() => (left -= 1) >= 0);
    const reading = run('network', 'import', extract, '--out', folder.path('large.network.json.gz'));
    const composing = Array.from({ length: COMPOSITIONS }, (_, n) =>
      run(
        'route',
        'compose',
        '--network',
        network,
        '--start',
        '52.1238,-2.3165',
        '--seed',
        String(n + 1),
        '--steps',
        '200000',
      ),
    );
    const under = await batches(
      () => reading.exitCode === null && composing.every(({ exitCode }) => exitCode === null),
    );
    return [
      figureOf(`batch of 50 events, nothing else (${alone.length})`, alone, 'p95 under 15 ms'),
      figureOf(
        `the same beside reading 200 MB and three compositions (${under.length})`,
        under,
        'p95 under 30 ms',
      ),
    ];
  } finally {
    for (const child of beside) child.kill('SIGKILL');
    await server.kill();
    folder.remove();
  }
}
