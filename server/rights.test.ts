import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import {
  may,
  operations,
  rights,
  roles,
  type HotSpotsView,
  type LearnerView,
  type LessonView,
  type MockSummary,
  type Operation,
  type Owned,
  type Page,
  type PracticeView,
  type ReadinessRow,
  type ResultView,
  type Role,
  type StandardSummary,
  type TrustView,
} from '../contract';
import { Client, scratchFolder, startServer, TEST_NOW, type ServerProcess } from './testing';

const folder = scratchFolder();
let server: ServerProcess;
const people = {} as Record<Role, Client>;
const NAMES = { owner: 'Maren Holtby', instructor: 'Ifor Quennell', trainee: 'Noor Castellane' } as const;

beforeAll(async () => {
  server = await startServer('demo', folder.path('rights.db'), [], new Date(TEST_NOW));
  for (const role of roles) {
    people[role] = new Client(server.address);
    const answer = await people[role].post('/session', {
      name: NAMES[role],
      passphrase: 'wren at the window',
    });
    expect(answer.body).toMatchObject({ instructor: { name: NAMES[role], role } });
  }
}, 60_000);
afterAll(async () => {
  await server.kill();
  folder.remove();
});

const closed = operations.filter(({ open }) => !open);
const pathOf = ({ path }: Operation, id: string = randomUUID()) =>
  path.replace(/:\w+/g, (name) => (name === ':id' ? id : 'none'));
/** Ends the session that asks; the rest of these tests needs it. */
const ENDS = new Set(['delete /session']);

describe('the table of rights', () => {
  it('names a right for every operation that is not open', () => {
    for (const { method, path, right } of closed)
      expect([`${method} ${path}`, right && rights[right]]).toEqual([`${method} ${path}`, expect.anything()]);
  });

  it.each(roles)(
    'holds for every operation: %s',
    async (role) => {
      for (const operation of closed.filter(({ method, path }) => !ENDS.has(`${method} ${path}`))) {
        const { method, path, right, body, file } = operation;
        const answer = await people[role].ask(
          method.toUpperCase(),
          pathOf(operation),
          body || file ? {} : undefined,
        );
        const allowed = right !== undefined && may(role, right);
        expect([`${method} ${path}`, answer.status === 403]).toEqual([`${method} ${path}`, !allowed]);
        expect([`${method} ${path}`, answer.status]).not.toEqual([`${method} ${path}`, 401]);
        expect([`${method} ${path}`, answer.status]).not.toEqual([`${method} ${path}`, 500]);
      }
    },
    60_000,
  );

  it('lets nobody in who is not signed in', async () => {
    const nobody = new Client(server.address);
    for (const operation of closed) {
      const { method, path } = operation;
      const { status } = await nobody.ask(method.toUpperCase(), pathOf(operation));
      expect([`${method} ${path}`, status]).toEqual([`${method} ${path}`, 401]);
    }
  });
});

const itemsOf = async <T>(client: Client, path: string): Promise<readonly T[]> =>
  ((await client.get(path)).body as Page<T>).items;

describe('a trainee', () => {
  const OWN = ['Hamza Belkadi', 'Oskar Lindquave'];

  it('sees only their own learners in every list', async () => {
    const { trainee } = people;
    expect((await itemsOf<LearnerView>(trainee, '/learners')).map(({ name }) => name).sort()).toEqual(OWN);
    const mocks = await itemsOf<MockSummary>(trainee, '/mocks');
    expect(new Set(mocks.map(({ learner }) => learner.name))).toEqual(new Set(OWN));
    const ready = await itemsOf<ReadinessRow>(trainee, '/readiness');
    expect(ready.map(({ learner }) => learner.name).sort()).toEqual(OWN);
    const lessons = await itemsOf<LessonView>(trainee, '/lessons?from=2020-01-01&until=2040-01-01');
    for (const { learner } of lessons) expect(OWN).toContain(learner?.name);
    expect(await itemsOf<ResultView>(trainee, '/results')).toEqual([]);
    expect(await itemsOf<PracticeView>(trainee, '/practice')).toEqual([]);
    const { ratings } = (await trainee.get('/trust')).body as TrustView;
    for (const { learner } of ratings) expect(OWN).toContain(learner.name);
    const standards = await itemsOf<StandardSummary>(trainee, '/standards');
    for (const { learners } of standards) for (const { name } of learners.last) expect(OWN).toContain(name);
    const spots = (await trainee.get('/hot-spots')).body as HotSpotsView;
    const all = (await people.owner.get('/hot-spots')).body as HotSpotsView;
    expect(spots.drives).toBe(mocks.filter(({ route }) => route !== null).length);
    expect(all.drives).toBeGreaterThan(spots.drives);
  });

  it('is told of nobody else’s records by their ids, whatever is asked of them', async () => {
    const { owner, trainee } = people;
    const [learner] = await itemsOf<LearnerView>(owner, '/learners?search=Ines');
    const id = learner?.id ?? '';
    const of = async (path: string) => (await itemsOf<{ id: string }>(owner, path))[0]?.id ?? '';
    const mock = await of(`/mocks?learner=${id}`);
    const share = (await owner.post(`/mocks/${mock}/shares`, { days: 2 })).body as { id: string };
    const [failed] = await itemsOf<ResultView>(owner, '/results');
    const foreign: Record<Owned, string> = {
      learner: id,
      mock,
      lesson: await of(`/lessons?learner=${id}&from=2020-01-01&until=2040-01-01`),
      result: failed?.id ?? '',
      practice: await of(`/practice?learner=${id}`),
      share: share.id,
    };
    for (const [kind, of] of Object.entries(foreign)) expect([kind, of]).not.toEqual([kind, '']);
    for (const operation of closed) {
      if (!operation.of || !operation.right || !may('trainee', operation.right)) continue;
      const path = pathOf(operation, foreign[operation.of]);
      const { status, body } = await trainee.ask(
        operation.method.toUpperCase(),
        path,
        operation.body ? {} : undefined,
        { 'if-match': '"1"' },
      );
      const told = [`${operation.method} ${operation.path}`, status, (body as { detail?: string }).detail];
      expect(told).toEqual([told[0], 404, expect.stringMatching(/^There is no such/)]);
    }
    for (const path of ['/mocks', '/results', '/practice', '/lessons', '/hot-spots'])
      expect([path, (await trainee.get(`${path}?learner=${id}`)).status]).toEqual([path, 404]);
    const began = {
      id: randomUUID(),
      learner: id,
      standard: { id: 'fault-ceiling', version: '1.2.0' },
      retest: false,
      startedAt: TEST_NOW,
      zone: 'UTC',
      ready: [],
    };
    expect((await trainee.post('/mocks', began)).status).toBe(404);
    expect((await owner.get(`/mocks/${began.id}`)).status).toBe(404);
    expect((await owner.get(`/mocks/${mock}`)).status).toBe(200);
  });

  it('marks their own learners, but hands nobody over', async () => {
    const { owner, trainee } = people;
    const [own] = await itemsOf<LearnerView>(trainee, '/learners');
    const change = (body: object) =>
      trainee.ask('PATCH', `/learners/${own?.id ?? ''}`, body, { 'if-match': `"${own?.revision ?? 0}"` });
    const [somebody] = await itemsOf<{ id: string; role: Role }>(owner, '/people');
    expect((await change({ instructor: somebody?.id })).status).toBe(403);
    expect((await change({ name: own?.name })).status).toBe(200);
  });
});

describe('an instructor', () => {
  it('sees a colleague’s learner and starts a mock with them, but changes only what is theirs', async () => {
    const { instructor, owner } = people;
    const [foreign] = await itemsOf<LearnerView>(instructor, '/learners?search=Ines');
    const refused = await instructor.ask(
      'PATCH',
      `/learners/${foreign?.id ?? ''}`,
      { name: 'Somebody Else' },
      { 'if-match': `"${foreign?.revision ?? 0}"` },
    );
    expect(refused).toMatchObject({
      status: 403,
      body: { detail: expect.stringContaining('Only Maren Holtby or an owner') as unknown },
    });
    expect((await owner.get(`/learners/${foreign?.id ?? ''}`)).body).toMatchObject({ name: 'Ines Tavarro' });
    const mock = {
      id: randomUUID(),
      learner: foreign?.id,
      standard: { id: 'fault-ceiling', version: '1.2.0' },
      retest: false,
      startedAt: TEST_NOW,
      zone: 'UTC',
      ready: [],
    };
    expect((await instructor.post('/mocks', mock)).status).toBe(201);
  });

  it('gives a colleague’s learner a lesson, but leaves the colleague’s own lessons as they are', async () => {
    const { instructor, owner } = people;
    const [foreign] = await itemsOf<LearnerView>(instructor, '/learners?search=Ines');
    const lesson = {
      kind: 'lesson',
      learner: foreign?.id,
      startsAt: '2031-03-04T09:00:00.000Z',
      minutes: 60,
      zone: 'UTC',
    };
    const [own, theirs] = [randomUUID(), randomUUID()];
    expect((await instructor.ask('PUT', `/lessons/${own}`, lesson)).status).toBe(201);
    expect((await owner.ask('PUT', `/lessons/${theirs}`, lesson)).status).toBe(201);
    const remove = (id: string) =>
      instructor.ask('DELETE', `/lessons/${id}`, undefined, { 'if-match': '"1"' });
    expect((await remove(theirs)).status).toBe(403);
    expect((await remove(own)).status).toBe(204);
  });

  it('hands a learner of their own over, and the record says so', async () => {
    const { instructor, owner } = people;
    const [own] = await itemsOf<LearnerView>(instructor, '/learners?search=Leyla');
    const trainee = (await itemsOf<{ id: string; role: Role }>(owner, '/people')).find(
      ({ role }) => role === 'trainee',
    );
    const change = (client: Client, learner: LearnerView | undefined, to: string | undefined) =>
      client.ask(
        'PATCH',
        `/learners/${learner?.id ?? ''}`,
        { instructor: to },
        { 'if-match': `"${learner?.revision ?? 0}"` },
      );
    expect((await change(instructor, own, randomUUID())).status).toBe(400);
    const handed = await change(instructor, own, trainee?.id);
    expect(handed).toMatchObject({ status: 200, body: { instructor: { name: 'Noor Castellane' } } });
    expect((await itemsOf<LearnerView>(people.trainee, '/learners')).map(({ name }) => name)).toContain(
      'Leyla Farrokh',
    );
    // Mocks that were given before stay with whoever gave them.
    const [mock] = await itemsOf<MockSummary>(people.trainee, `/mocks?learner=${own?.id ?? ''}`);
    expect(mock?.instructor.name).toBe('Ifor Quennell');
    const [last] = await itemsOf<{ kind: string; parts: unknown }>(
      owner,
      `/changes?of=${own?.id ?? ''}&limit=1`,
    );
    expect(last).toMatchObject({
      kind: 'learner handed over',
      by: { name: 'Ifor Quennell' },
      parts: [{ part: 'instructor', from: 'Ifor Quennell', to: 'Noor Castellane' }],
    });
  });
});
