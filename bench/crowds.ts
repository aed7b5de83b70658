import { demoMock, faultEvent, scratchFolder, startServer, type Client } from '../server/testing';
import { Device } from './device';
import { figureOf, type Figure } from './table';

const INSTRUCTORS = 30;
/** How many devices mark in one mock, and what each of them sends. */
const SHARED = [
  { devices: 100, batches: 10, ofBatch: 5 },
  { devices: 300, batches: 2, ofBatch: 3 },
] as const;
const APART = { batches: 20, ofBatch: 3 } as const;

/**
 * Many who mark at once, all from one address: thirty instructors, each in a mock of their own, who send batch
 * after batch without a rest; and a hundred and three hundred devices in one mock.
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
    const figures = [
      figureOf(
        `${INSTRUCTORS} instructors behind one address, batch after batch: none of ${INSTRUCTORS * APART.batches} refused`,
        await marked(instructors, APART),
        'none refused',
      ),
    ];

    const device = new Device(server.address);
    await device.signIn();
    for (const { devices, ...what } of SHARED) {
      const shared = await demoMock(server);
      const took = await marked(
        Array.from({ length: devices }, () => ({ device, ...shared })),
        what,
      );
      figures.push(
        figureOf(
          `${devices} devices at once, batches of ${what.ofBatch}: nothing of ${devices * what.batches * what.ofBatch} lost`,
          took,
          'nothing lost',
        ),
      );
    }
    return figures;
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
  { batches, ofBatch }: { readonly batches: number; readonly ofBatch: number },
): Promise<number[]> {
  const took: number[] = [];
  const sent = new Map<string, string[]>();
  await Promise.all(
    devices.map(async ({ device, mock }, n) => {
      for (let batch = 0; batch < batches; batch += 1) {
        const events = Array.from({ length: ofBatch }, (_, at) =>
          faultEvent(batch * ofBatch + at + 1, `device-${n}`),
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
