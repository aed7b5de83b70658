import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { DrillView, VehicleView } from '../contract';
import { checkItemIds, type Checkup, type Tyre } from '../core/vehicle';
import { Client, scratchFolder, startServer, type ServerProcess } from './testing';

const folder = scratchFolder();
let server: ServerProcess;
let client: Client;
beforeAll(async () => {
  server = await startServer('demo', folder.path('vehicles.db'));
  client = new Client(server.address);
  await client.post('/session/demo');
}, 30_000);
afterAll(async () => {
  await server.kill();
  folder.remove();
});

const id = randomUUID();
const patch = (body: object, revision: number) =>
  client.ask('PATCH', `/vehicles/${id}`, body, { 'if-match': `"${revision}"` });
const held = async () => (await client.get(`/vehicles/${id}`)).body as VehicleView;
const entry = { lacks: false, where: 'left stalk', how: 'pull', tellTale: '', place: { x: 0.3, y: 0.5 } };
const tyre: Tyre = { tread: [6, 6, 6], pressure: 220, damaged: false };
const checkup = (at: string): Checkup => ({
  id: randomUUID(),
  at,
  odometer: 42_000,
  tyres: {
    'front-left': tyre,
    'front-right': tyre,
    'rear-left': tyre,
    'rear-right': tyre,
  } as Checkup['tyres'],
  findings: Object.fromEntries(checkItemIds.map((item) => [item, 'good'])) as Checkup['findings'],
  note: '',
});

describe('vehicles', () => {
  it('are added, with nothing known of them yet', async () => {
    const added = await client.post('/vehicles', { id, name: 'Grey hatchback', plate: 'OS24 WRN' });
    expect(added.status).toBe(201);
    expect(await held()).toEqual({
      id,
      name: 'Grey hatchback',
      plate: 'OS24 WRN',
      card: {},
      record: { wheel: 'right', placard: null, papers: [] },
      checkup: null,
      photos: [],
      retired: false,
      revision: 1,
    });
  });

  it('are changed part by part, by who saw the last change', async () => {
    expect((await patch({ card: { horn: entry } }, 1)).body).toMatchObject({
      card: { horn: entry },
      revision: 2,
    });
    const record = {
      placard: { front: 230, rear: 220 },
      papers: [{ kind: 'insurance', until: '2027-03-01' }],
    };
    expect((await patch({ record }, 2)).body).toMatchObject({ card: { horn: entry }, record, revision: 3 });
    expect((await patch({ name: 'Late' }, 2)).status).toBe(412);
  });

  it('are retired and used again; what else is known of them stays', async () => {
    const own = randomUUID();
    const { body } = await client.post('/vehicles', { id: own, name: 'Old estate', plate: 'OST 9' });
    const change = (retired: unknown, revision: number) =>
      client.ask('PATCH', `/vehicles/${own}`, { retired }, { 'if-match': `"${revision}"` });
    expect((await change(true, 1)).body).toEqual({ ...(body as VehicleView), retired: true, revision: 2 });
    expect((await change('yes', 2)).status).toBe(400);
    expect((await change(false, 2)).body).toMatchObject({ retired: false, name: 'Old estate' });
  });

  it('refuse a card and a record that no car has, with every place', async () => {
    const refused = await patch(
      {
        card: { horn: { ...entry, place: { x: 2, y: 0 } }, sail: entry },
        record: { placard: { front: 900, rear: 220 }, papers: [] },
      },
      3,
    );
    expect(refused.status).toBe(400);
    expect((refused.body as { errors: { path: string }[] }).errors.map(({ path }) => path).sort()).toEqual([
      'card.horn.place.x',
      'card.sail',
      'record.placard.front',
    ]);
    expect((await held()).revision).toBe(3);
  });

  it('keep their goings-over, the newest first, each once', async () => {
    const [older, newer] = [checkup('2026-10-01T08:00:00.000Z'), checkup('2026-11-01T08:00:00.000Z')];
    expect((await client.post(`/vehicles/${id}/checkups`, newer)).status).toBe(201);
    expect((await client.post(`/vehicles/${id}/checkups`, older)).status).toBe(201);
    expect((await client.post(`/vehicles/${id}/checkups`, older)).status).toBe(200);
    expect((await held()).checkup).toEqual(newer);
    const all = (await client.get(`/vehicles/${id}/checkups`)).body as { items: Checkup[] };
    expect(all.items.map(({ at }) => at)).toEqual([newer.at, older.at]);
    const absurd = {
      ...newer,
      id: randomUUID(),
      tyres: { ...newer.tyres, 'front-left': { ...tyre, tread: [80, 6, 6] } },
    };
    const refused = await client.post(`/vehicles/${id}/checkups`, absurd);
    expect(refused.body).toMatchObject({
      status: 400,
      errors: [
        { path: 'tyres.front-left.tread[0]', message: 'must be at most 15 mm: no car tyre is deeper' },
      ],
    });
  });
});

describe('pictures of controls', () => {
  const picture = Buffer.from('ffd8ffe100084578696647ffda000261626364', 'hex');
  const put = (control: string, bytes: Uint8Array<ArrayBuffer>, type = 'image/jpeg') =>
    client.send('PUT', `/vehicles/${id}/photos/${control}`, bytes, type);

  it('are kept without what stands beside the picture', async () => {
    const broken = Buffer.from('ffd8ffe1000845786966', 'hex');
    expect((await put('horn', broken)).status).toBe(400);
    const whole = Buffer.from('ffd8ffe10008457869660000ffda000261626364', 'hex');
    expect((await put('horn', whole)).status).toBe(200);
    expect((await held()).photos).toEqual(['horn']);
    const back = await client.open(`/vehicles/${id}/photos/horn`);
    expect(back.headers.get('content-type')).toBe('image/jpeg');
    expect(Buffer.from(await back.arrayBuffer()).toString('hex')).toBe('ffd8ffda000261626364');
  });

  it('are refused when they are too large, no picture, or of nothing in a car', async () => {
    expect((await put('horn', Buffer.alloc(200_001))).status).toBe(413);
    expect((await put('horn', picture, 'image/png')).status).toBe(400);
    expect((await put('sail', picture)).status).toBe(404);
  });

  it('can be taken away', async () => {
    await client.ask('DELETE', `/vehicles/${id}/photos/horn`);
    expect((await held()).photos).toEqual([]);
    expect((await client.get(`/vehicles/${id}/photos/horn`)).status).toBe(404);
  });
});

describe('a learner’s drill', () => {
  const answer = (seq: number) => ({
    kind: 'answer',
    id: randomUUID(),
    device: 'd1',
    seq,
    at: `2026-11-20T08:00:0${seq}.000Z`,
    question: 'horn',
    grade: 'good',
    by: 'learner',
  });

  it('keeps each answer once, and nothing of a batch with problems', async () => {
    const learners = (await client.get('/learners')).body as { items: { id: string }[] };
    const path = `/learners/${learners.items[0]?.id}/drill`;
    const before = (await client.get(path)).body as DrillView;
    const [first, second] = [answer(1), answer(2)];
    expect((await client.post(path, { events: [first, second, first] })).body).toEqual({ added: 2 });
    expect((await client.post(path, { events: [first] })).body).toEqual({ added: 0 });
    const refused = await client.post(path, { events: [answer(3), { ...answer(4), grade: 'splendid' }] });
    expect(refused.body).toMatchObject({ status: 400, errors: [{ path: 'events[1].grade' }] });
    const after = (await client.get(path)).body as DrillView;
    expect(after.events.slice(before.events.length)).toEqual([first, second]);
    // The demo's mocks asked a set of questions each.
    expect(after.sets.length).toBeGreaterThan(0);
    expect(after.asked.length).toBeGreaterThanOrEqual(after.sets.length);
    expect((await client.get(`/learners/${randomUUID()}/drill`)).status).toBe(404);
  });
});
