import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, expect, it } from '@jest/globals';
import type {
  BesideView,
  ComparedDrive,
  EvidenceView,
  LearnerView,
  MockSummary,
  MockView,
  Page,
} from '../contract';
import { Client, scratchFolder, startServer, TEST_NOW, type ServerProcess } from './testing';

const folder = scratchFolder();
let server: ServerProcess;
let client: Client;
let learner: string;
let other: string;
beforeAll(async () => {
  server = await startServer('demo', folder.path('beside.db'), [], new Date(TEST_NOW));
  client = new Client(server.address);
  await client.post('/session/demo');
  const found = (await client.get('/learners?limit=2')).body as Page<LearnerView>;
  learner = found.items[0]?.id ?? '';
  other = found.items[1]?.id ?? '';
}, 30_000);
afterAll(async () => {
  await server.kill();
  folder.remove();
});

const START = Date.parse('2026-10-02T08:00:00.000Z');
const instant = (seconds: number) => new Date(START + seconds * 1_000).toISOString();

const start = (more: object = {}) => {
  const id = randomUUID();
  const mock = {
    id,
    learner,
    standard: { id: 'fault-ceiling', version: '1.2.0' },
    retest: false,
    startedAt: instant(0),
    zone: 'Europe/London',
    ready: [],
    ...more,
  };
  return client.post('/mocks', mock).then((answer) => ({ id, answer }));
};

const send = (mock: string, device: string, marks: readonly (readonly [seconds: number, item: string])[]) =>
  client.post(`/mocks/${mock}/events`, {
    events: [
      ...marks.map(([seconds, item], n) => ({
        kind: 'fault',
        id: randomUUID(),
        device,
        seq: n + 1,
        at: instant(seconds),
        item,
        severity: 'driving',
        run: null,
      })),
      { kind: 'end', id: randomUUID(), device, seq: 1_000, at: instant(2_500), how: 'finished' },
    ],
  });

const itemsOf = async <T>(path: string) => ((await client.get(path)).body as Page<T>).items;
const evidence = async () =>
  ((await client.get(`/learners/${learner}/evidence?standard=fault-ceiling`)).body as EvidenceView).evidence
    .length;

it('a drive marked by two counts once, and both are compared once both have ended', async () => {
  const before = await evidence();
  const drives = (await itemsOf<ComparedDrive>('/gradings/drives')).length;
  const first = (await start()).id;
  await send(first, 'front', [
    [100, 'moving-off.check'],
    [400, 'looking.before-signal'],
    [900, 'moving-off.check'],
  ]);
  const { id: second, answer } = await start({ beside: first, startedAt: instant(20) });
  expect(answer).toMatchObject({ status: 201, body: { beside: first } });
  // While one of them still marks, neither sees what the other did.
  expect((await itemsOf<BesideView>(`/mocks/${first}/beside`))[0]).toMatchObject({
    agreement: null,
    result: null,
  });
  await send(second, 'back', [
    [108, 'moving-off.check'],
    [1_500, 'moving-off.check'],
  ]);
  const [view] = await itemsOf<BesideView>(`/mocks/${first}/beside`);
  expect(view?.agreement?.counts).toEqual({ same: 1, severity: 0, item: 0, first: 2, second: 1 });
  expect(view?.mock.id).toBe(second);
  const [back] = await itemsOf<BesideView>(`/mocks/${second}/beside`);
  expect(back?.agreement?.counts).toEqual({ same: 1, severity: 0, item: 0, first: 1, second: 2 });
  expect(await evidence()).toBe(before + 1);
  const compared = await itemsOf<ComparedDrive>('/gradings/drives');
  expect(compared).toHaveLength(drives + 1);
  expect(compared.find((one) => one.second.mock === second)).toMatchObject({
    first: { mock: first },
    agreement: { shared: { both: 1, of: 4 } },
  });
  // It stands in the list of mocks, told as what it is.
  const listed = await itemsOf<MockSummary>(`/mocks?learner=${learner}`);
  expect(listed.find(({ id }) => id === second)?.beside).toBe(first);

  // Said to be of its own, it counts; and back.
  const patch = (beside: string | null, revision: number) =>
    client.ask('PATCH', `/mocks/${second}`, { beside }, { 'If-Match': `"${revision}"` });
  expect(await patch(null, 1)).toMatchObject({ status: 200, body: { beside: null } });
  expect(await evidence()).toBe(before + 2);
  expect(await itemsOf<BesideView>(`/mocks/${first}/beside`)).toEqual([]);
  expect(await patch(first, 2)).toMatchObject({ status: 200, body: { beside: first } });
  expect(await evidence()).toBe(before + 1);

  // What is compared with a mock goes where the mock goes, and is no drive without it.
  await client.ask('PATCH', `/mocks/${first}`, { learner: other }, { 'If-Match': '"1"' });
  expect((await client.get(`/mocks/${second}`)).body).toMatchObject({
    learner: { id: other },
    beside: first,
  });
  expect((await client.ask('DELETE', `/mocks/${first}`)).status).toBe(204);
  expect(await itemsOf<BesideView>(`/mocks/${second}/beside`)).toEqual([]);
  expect(await evidence()).toBe(before);
});

it('what can’t be of one drive is refused, with the reason', async () => {
  const first = (await start()).id;
  const second = (await start({ beside: first })).id;
  for (const [more, why] of [
    [{ beside: second }, 'is itself marked beside another mock'],
    [{ beside: first, standard: { id: 'strikes', version: '1.2.0' } }, 'another standard'],
    [{ beside: first, startedAt: instant(4 * 3_600) }, 'more than 3 hours'],
    [{ beside: 'first' }, 'UUID'],
  ] as const) {
    const { answer } = await start(more);
    expect([why, answer.status]).toEqual([why, 400]);
    expect(JSON.stringify(answer.body)).toContain(why);
  }
  const patch = (id: string, beside: string) =>
    client.ask('PATCH', `/mocks/${id}`, { beside }, { 'If-Match': '"1"' });
  expect(JSON.stringify((await patch(first, first)).body)).toContain('another mock than this one');
  const alone = (await start()).id;
  expect(JSON.stringify((await patch(first, alone)).body)).toContain(
    'other mocks are compared with this one',
  );
  expect(JSON.stringify((await patch(alone, randomUUID())).body)).toContain('is no mock here');
});

it('marks of a device that was without the server are taken although the other mock has gone', async () => {
  const { id, answer } = await start({ beside: randomUUID() });
  expect(answer).toMatchObject({ status: 201, body: { beside: null } });
  const moved = (await start({ learner: other })).id;
  const { answer: apart } = await start({ beside: moved });
  expect(apart).toMatchObject({ status: 201, body: { beside: null } });
  expect(((await client.get(`/mocks/${id}`)).body as MockView).beside).toBeNull();
});
