import { setTimeout as pause } from 'node:timers/promises';
import type { HotSpotsView } from '../contract';
import { demoMock, scratchFolder, startServer } from '../server/testing';
import { multiply } from './multiply';
import { figureOf, type Figure } from './table';

const DRIVES = 5_000;
const RUNS = 5;

/** Where faults gather over five thousand drives: worked out again after a mark, and with another filter. */
export async function hotSpots(): Promise<Figure[]> {
  const folder = scratchFolder();
  const file = folder.path('bench.db');
  await (await startServer('demo', file)).kill();
  await multiply(file, DRIVES);
  const server = await startServer('demo', file);
  try {
    const { client, mock } = await demoMock(server);
    const [anew, again]: [number[], number[]] = [[], []];
    // Places of mocks that nobody has laid yet are laid once, ahead of whoever asks.
    while (((await client.get('/hot-spots')).body as HotSpotsView).pending > 0) await pause(500);
    for (let n = 0; n < RUNS; n += 1) {
      // A new event makes the answer old.
      await client.post(`/mocks/${mock}/events`, {
        events: [
          { kind: 'note', id: `n${n}`, device: 'd1', seq: n + 1, at: '2026-09-14T08:00:00.000Z', text: 'x' },
        ],
      });
      let began = performance.now();
      const { body } = await client.get('/hot-spots');
      anew.push(performance.now() - began);
      const { drives } = body as HotSpotsView;
      if (drives < DRIVES) throw new Error(`hot spots of ${drives} drives only`);
      began = performance.now();
      await client.get('/hot-spots?gravity=2&skill=approach-speed');
      again.push(performance.now() - began);
    }
    return [
      figureOf(`hot spots over ${DRIVES} drives, worked out again after a mark`, anew, 'under 5 s'),
      figureOf('the same asked with another filter', again, 'under 500 ms'),
    ];
  } finally {
    await server.kill();
    folder.remove();
  }
}
