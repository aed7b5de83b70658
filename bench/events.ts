import { demoMock, faultEvent, scratchFolder, startServer } from '../server/testing';
import { figureOf, type Figure } from './table';

const BATCHES = 200;
const DEVICES = 100;

/** The event path of the built server on a real file, over HTTP on this machine. */
export async function eventPath(): Promise<Figure[]> {
  const folder = scratchFolder();
  const server = await startServer('demo', folder.path('bench.db'));
  try {
    const { client, mock } = await demoMock(server);
    const times: number[] = [];
    let seq = 0;
    for (let n = 0; n < BATCHES; n += 1) {
      const events = Array.from({ length: 50 }, () => faultEvent((seq += 1)));
      const began = performance.now();
      const answer = await client.post(`/mocks/${mock}/events`, { events });
      times.push(performance.now() - began);
      if (answer.status !== 200) throw new Error(JSON.stringify(answer.body));
    }
    const { times: crowd, lost } = await crowded();
    if (lost > 0) throw new Error(`${lost} acknowledged events are not held`);
    return [
      figureOf(`batch of 50 events accepted and on disk (${BATCHES} batches)`, times, 'p95 under 15 ms'),
      figureOf(
        `${DEVICES} devices at once, batches of 5: nothing of ${DEVICES * 50} lost`,
        crowd,
        'nothing lost',
      ),
    ];

    async function crowded() {
      const { client: many, mock: shared } = await demoMock(server);
      const sent: string[] = [];
      const took: number[] = [];
      await Promise.all(
        Array.from({ length: DEVICES }, async (_, device) => {
          for (let n = 0; n < 10; n += 1) {
            const events = Array.from({ length: 5 }, (__, at) => faultEvent(n * 5 + at, `device-${device}`));
            const began = performance.now();
            const answer = await many.post(`/mocks/${shared}/events`, { events });
            took.push(performance.now() - began);
            if (answer.status === 200) sent.push(...events.map(({ id }) => id));
          }
        }),
      );
      const held = (await many.get(`/mocks/${shared}/events`)).body as { events: { id: string }[] };
      const ids = new Set(held.events.map(({ id }) => id));
      const missing = sent.filter((id) => !ids.has(id)).length;
      return { times: took, lost: missing + (DEVICES * 50 - sent.length) };
    }
  } finally {
    await server.kill();
    folder.remove();
  }
}
