import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, expect, it } from '@jest/globals';
import type { BinnedMock, EventsView, GoalView, LearnerView, MockSummary, MockView, Page } from '../contract';
import { Client, demoMock, faultEvent, scratchFolder, startServer, type ServerProcess } from './testing';

const folder = scratchFolder();
let server: ServerProcess;
let client: Client;
let mock: string;
beforeAll(async () => {
  server = await startServer('demo', folder.path('mocks.db'));
  ({ client, mock } = await demoMock(server));
}, 30_000);
afterAll(async () => {
  await server.kill();
  folder.remove();
});

const held = async () => (await client.get(`/mocks/${mock}`)).body as MockView;
const change = async (body: object, revision?: number) =>
  client.ask('PATCH', `/mocks/${mock}`, body, { 'if-match': `"${revision ?? (await held()).revision}"` });
const itemsOf = async <T>(path: string) => ((await client.get(path)).body as Page<T>).items;

it('who recorded an event is who sent it, whatever the event says', async () => {
  const event = { ...faultEvent(1), person: randomUUID() };
  expect((await client.post(`/mocks/${mock}/events`, { events: [event] })).status).toBe(200);
  const { events } = (await client.get(`/mocks/${mock}/events`)).body as EventsView;
  const { instructor } = (await client.get('/session')).body as { instructor: { id: string } };
  expect(events[0]?.person).toBe(instructor.id);
  const log = String((await client.get(`/mocks/${mock}/log`)).body);
  expect(log).toContain(`"person":"${instructor.id}"`);
});

it('a mock moves to another learner with its marks, and both lists follow', async () => {
  const before = await held();
  const [to] = await itemsOf<LearnerView>('/learners?search=Bram');
  const moved = await change({ learner: to?.id, note: 'Was under the wrong name.' });
  expect(moved).toMatchObject({
    status: 200,
    body: { learner: { name: 'Bram Oosterwal' }, note: 'Was under the wrong name.', revision: 2 },
  });
  const ids = async (learner: string) =>
    (await itemsOf<MockSummary>(`/mocks?learner=${learner}`)).map(({ id }) => id);
  expect(await ids(to?.id ?? '')).toContain(mock);
  expect(await ids(before.learner.id)).not.toContain(mock);
  const lines = await itemsOf<{ kind: string; name: string }>(`/changes?of=${mock}`);
  expect(lines.map(({ kind, name }) => [kind, name])).toEqual([
    ['mock changed', 'Bram Oosterwal'],
    ['mock moved', before.learner.name],
  ]);
});

it('its start is put right, but not past its first mark nor a day back; others’ changes are not written over', async () => {
  expect((await change({ startedAt: '2026-09-14T07:50:00.000Z' })).body).toMatchObject({
    startedAt: '2026-09-14T07:50:00.000Z',
  });
  for (const startedAt of ['2026-09-14T08:30:00.000Z', '2026-09-12T08:00:00.000Z', 'yesterday'])
    expect((await change({ startedAt })).status).toBe(400);
  expect((await change({ vehicle: randomUUID() })).status).toBe(400);
  expect((await change({ learner: randomUUID() })).status).toBe(400);
  expect((await change({ colour: 'red' })).status).toBe(400);
  expect((await change({ note: 'late' }, 1)).status).toBe(412);
  expect((await client.ask('PATCH', `/mocks/${mock}`, { note: 'x' })).status).toBe(428);
});

it('a mock that is deleted counts nowhere, still takes what a device sends, and comes back whole', async () => {
  const { learner } = await held();
  const count = async () => (await itemsOf<MockSummary>(`/mocks?learner=${learner.id}`)).length;
  const before = await count();
  expect((await client.ask('DELETE', `/mocks/${mock}`)).status).toBe(204);
  expect(await count()).toBe(before - 1);
  for (const path of ['', '/events', '/verdict', '/log', '/report.pdf', '/marks.csv', '/shares'])
    expect([path, (await client.get(`/mocks/${mock}${path}`)).status]).toEqual([path, 404]);
  expect((await client.ask('DELETE', `/mocks/${mock}`)).status).toBe(404);
  const late = await client.post(`/mocks/${mock}/events`, { events: [faultEvent(2)] });
  expect(late).toMatchObject({ status: 200, body: { added: 1 } });
  expect(await itemsOf<BinnedMock>('/mocks/bin')).toMatchObject([{ id: mock, events: 2 }]);
  expect((await client.post(`/mocks/${mock}/back`)).body).toMatchObject({ id: mock });
  expect((await client.post(`/mocks/${mock}/back`)).status).toBe(404);
  expect(await count()).toBe(before);
  const { events } = (await client.get(`/mocks/${mock}/events`)).body as EventsView;
  expect(events).toHaveLength(2);
});

it('after thirty days the bin is emptied, with all that belonged to the mock', async () => {
  expect((await client.ask('DELETE', `/mocks/${mock}`)).status).toBe(204);
  await server.end();
  const file = folder.path('mocks.db');
  const days = (n: number) => new Date(Date.now() + n * 86_400_000);
  server = await startServer('demo', file, [], days(29));
  client = new Client(server.address);
  await client.post('/session/demo');
  expect(await itemsOf<BinnedMock>('/mocks/bin')).toHaveLength(1);
  await server.end();
  server = await startServer('demo', file, [], days(31));
  client = new Client(server.address);
  await client.post('/session/demo');
  expect(await itemsOf<BinnedMock>('/mocks/bin')).toEqual([]);
  expect((await client.post(`/mocks/${mock}/back`)).status).toBe(404);
}, 30_000);

it('goals of the last debriefs stand until they are ticked off, each text once, and only with their learner', async () => {
  const { client: asked, mock: first } = await demoMock(server);
  const { learner } = (await asked.get(`/mocks/${first}`)).body as MockView;
  const goal = (seq: number, text: string) => ({
    kind: 'goal',
    id: randomUUID(),
    device: 'd1',
    seq,
    at: new Date(Date.UTC(2026, 8, 14, 9, 0, seq)).toISOString(),
    text,
  });
  const [mirrors, slots, gone] = [goal(1, 'Mirrors first'), goal(2, 'Bay, both ways'), goal(3, 'Gone again')];
  const retract = { kind: 'retract', id: randomUUID(), device: 'd1', seq: 4, at: gone.at, of: gone.id };
  await asked.post(`/mocks/${first}/events`, { events: [mirrors, slots, gone, retract] });
  const goals = () => itemsOf<GoalView>(`/learners/${learner.id}/goals`);
  const own = async () => (await goals()).filter(({ mock: of }) => of === first);
  expect((await own()).map(({ text, reached }) => [text, reached])).toEqual([
    ['Mirrors first', null],
    ['Bay, both ways', null],
  ]);
  const tick = (id: string, reached: boolean, of = learner.id) =>
    asked.ask('PUT', `/learners/${of}/goals/${id}`, { mock: first, reached });
  expect((await tick(mirrors.id, true)).body).toMatchObject({ reached: { by: 'Maren Holtby' } });
  expect((await own()).map(({ reached }) => reached !== null)).toEqual([true, false]);
  await tick(mirrors.id, false);
  expect((await own()).map(({ reached }) => reached)).toEqual([null, null]);
  const other = (await itemsOf<LearnerView>('/learners')).find(({ id }) => id !== learner.id);
  expect((await tick(slots.id, true, other?.id)).status).toBe(404);
  expect((await tick(gone.id, true)).status).toBe(404);
});
