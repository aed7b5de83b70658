import { demoMock, faultEvent, scratchFolder, startServer, type Client } from '../server/testing';
import { Device } from './device';
import { figureOf, type Figure } from './table';

const INSTRUCTORS = 30;
const DEVICES = 300;
const BATCHES = 20;
const OF_BATCH = 3;

/**
 * Many who mark at once, all from one address: thirty instructors, each in a mock of their own, who send batch
 * after batch without a rest; and three hundred devices in one mock.
 */
export async function crowds(): Promise<Figure[]> {
  const folder = scratchFolder();
  const server = await startServer('demo', folder.path('bench.db'));
  try {
    const instructors: { readonly device: Device; readonly mock: string; readonly client: Client }[] = [];
    for (let n = 0; n < INSTRUCTORS; n += 1) {
      const device = new Device(server.address);
      await device.signIn();
      instructors.push({ device, ...(await demoMock(server)) });
    }
    const apart = await marked(instructors, BATCHES);

    const shared = await demoMock(server);
    const device = new Device(server.address);
    await device.signIn();
    const together = await marked(
      Array.from({ length: DEVICES }, () => ({ device, ...shared })),
      2,
    );
    return [
      figureOf(
        `${INSTRUCTORS} instructors behind one address, batch after batch: none of ${INSTRUCTORS * BATCHES} refused`,
        apart,
        'none refused',
      ),
      figureOf(
        `${DEVICES} devices at once, batches of ${OF_BATCH}: nothing of ${2 * OF_BATCH * DEVICES} lost`,
        together,
        'nothing lost',
      ),
    ];
  } finally {
    await server.kill();
    folder.remove();
  }
}

/**
 * How long each batch took of devices that all mark at once, in milliseconds.
 *
 * @throws Error when a batch is refused, or a mark that was taken is not there afterwards
 */
async function marked(
  devices: readonly { readonly device: Device; readonly mock: string; readonly client: Client }[],
  batches: number,
): Promise<number[]> {
  const took: number[] = [];
  const sent = new Map<string, string[]>();
  await Promise.all(
    devices.map(async ({ device, mock }, n) => {
      for (let batch = 0; batch < batches; batch += 1) {
        const events = Array.from({ length: OF_BATCH }, (_, at) =>
          faultEvent(batch * OF_BATCH + at + 1, `device-${n}`),
        );
        const began = performance.now();
        await device.post(`/mocks/${mock}/events`, { events });
        took.push(performance.now() - began);
        sent.set(mock, [...(sent.get(mock) ?? []), ...events.map(({ id }) => id)]);
      }
    }),
  );
  for (const { client, mock } of devices.slice(0, sent.size)) {
    const { events } = (await client.get(`/mocks/${mock}/events`)).body as { events: { id: string }[] };
    const held = new Set(events.map(({ id }) => id));
    const lost = (sent.get(mock) ?? []).filter((id) => !held.has(id)).length;
    if (lost > 0) throw new Error(`${lost} acknowledged events are not held`);
  }
  return took;
}
