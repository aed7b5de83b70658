import { afterAll, beforeAll, expect, it } from '@jest/globals';
import type { EventsView } from '../contract';
import { Client, demoMock, faultEvent, scratchFolder, startServer, type ServerProcess } from './testing';

const folder = scratchFolder();
let server: ServerProcess;
beforeAll(async () => {
  server = await startServer('demo', folder.path('devices.db'));
}, 30_000);
afterAll(async () => {
  await server.kill();
  folder.remove();
});

const signedIn = async (): Promise<Client> => {
  const client = new Client(server.address);
  await client.post('/session/demo');
  return client;
};

it('three hundred devices at once lose nothing', async () => {
  const { client, mock } = await demoMock(server);
  const sent: string[] = [];
  await Promise.all(
    Array.from({ length: 300 }, async (_, device) => {
      for (let n = 0; n < 2; n += 1) {
        const events = [1, 2, 3].map((at) => faultEvent(3 * n + at, `device-${device}`));
        const { status } = await client.post(`/mocks/${mock}/events`, { events });
        if (status === 200) sent.push(...events.map(({ id }) => id));
      }
    }),
  );
  expect(sent).toHaveLength(1_800);
  const held = (await client.get(`/mocks/${mock}/events`)).body as EventsView;
  const ids = new Set(held.events.map(({ id }) => id));
  expect(sent.filter((id) => !ids.has(id))).toEqual([]);
}, 120_000);

it('thirty instructors behind one address are not throttled', async () => {
  const clients = await Promise.all(Array.from({ length: 30 }, signedIn));
  // Together far more than any one of them may ask for.
  const told = await Promise.all(
    clients.map(async (client) => {
      const seen = new Set<number>();
      for (let n = 0; n < 120; n += 1) seen.add((await client.get('/session')).status);
      return [...seen];
    }),
  );
  expect(told).toEqual(Array.from({ length: 30 }, () => [200]));
}, 120_000);

it('eight new devices behind one address get all files of the application before anybody has signed in', async () => {
  const file = async () => (await fetch(`${server.address}/`, { method: 'HEAD' })).status;
  const told = await Promise.all(
    Array.from({ length: 8 }, async () => {
      const seen = new Set<number>();
      for (let n = 0; n < 500; n += 1) seen.add(await file());
      return [...seen];
    }),
  );
  expect(told).toEqual(Array.from({ length: 8 }, () => [200]));
  expect((await new Client(server.address).get('/health')).status).toBe(200);
}, 120_000);
