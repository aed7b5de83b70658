import { demoMock, faultEvent, scratchFolder, startServer } from '../server/testing';
import { Device } from './device';
import { figureOf, type Figure } from './table';

const BATCHES = 200;
/** The server has just been started: its code runs for the first time in these, which are told by themselves. */
const FIRST = 50;
/** A drive of forty minutes has rarely more marks and steps than ten batches. */
const OF_ONE_MOCK = 10;

/** The event path of the built server on a real file, over HTTP on this machine. */
export async function eventPath(): Promise<Figure[]> {
  const folder = scratchFolder();
  const server = await startServer('demo', folder.path('bench.db'));
  try {
    const device = new Device(server.address);
    await device.signIn();
    /** So many batches, one after the other, each mock having so many of them. */
    const batches = async (count: number, ofOneMock: number) => {
      const times: number[] = [];
      for (let n = 0; n < count; n += ofOneMock) {
        const { mock } = await demoMock(server);
        for (let k = 0; k < ofOneMock; k += 1) {
          const events = Array.from({ length: 50 }, (_, at) => faultEvent(50 * k + at + 1));
          const began = performance.now();
          await device.post(`/mocks/${mock}/events`, { events });
          times.push(performance.now() - began);
        }
      }
      return times;
    };
    const first = await batches(FIRST, OF_ONE_MOCK);
    const times = await batches(BATCHES, OF_ONE_MOCK);
    const ofLong = await batches(BATCHES, BATCHES);
    return [
      figureOf(`batch of 50 events, the first ${FIRST} after the start`, first, 'none'),
      figureOf(`batch of 50 events accepted and on disk (${BATCHES} batches)`, times, 'p95 under 15 ms'),
      figureOf(`the same into one log of ${50 * BATCHES}`, ofLong, 'none'),
    ];
  } finally {
    await server.kill();
    folder.remove();
  }
}
