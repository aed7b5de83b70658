import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { GradingView, Page } from '../contract';
import { Client, scratchFolder, startServer, type ServerProcess } from './testing';

const folder = scratchFolder();
let server: ServerProcess;
const signedIn = async (name: string): Promise<Client> => {
  const client = new Client(server.address);
  await client.post('/session', { name, passphrase: 'wren at the window' });
  return client;
};
let owner: Client;
let trainee: Client;
beforeAll(async () => {
  server = await startServer('demo', folder.path('gradings.db'));
  [owner, trainee] = [await signedIn('Maren Holtby'), await signedIn('Noor Castellane')];
}, 30_000);
afterAll(async () => {
  await server.kill();
  folder.remove();
});

const listed = async (client: Client) => ((await client.get('/gradings')).body as Page<GradingView>).items;
const put = (client: Client, grades: unknown, id = randomUUID()) =>
  client.ask('PUT', `/gradings/${id}`, { grades });

describe('written cases that were graded', () => {
  it('are kept as one’s own, once however often they are sent', async () => {
    const id = randomUUID();
    const grades = [
      { case: 'ball', grade: 3 },
      { case: 'amber-near', grade: 0 },
    ];
    expect(await put(owner, grades, id)).toMatchObject({
      status: 201,
      body: { id, by: { name: 'Maren Holtby' }, grades },
    });
    expect((await put(owner, [{ case: 'ball', grade: 0 }], id)).status).toBe(200);
    expect((await listed(owner)).find((one) => one.id === id)?.grades).toEqual(grades);
    // Under the id of somebody else nothing is kept.
    expect((await put(trainee, grades, id)).status).toBe(409);
  });

  it('are seen by colleagues; a trainee sees their own', async () => {
    await put(trainee, [{ case: 'ball', grade: 2 }]);
    expect(new Set((await listed(trainee)).map(({ by }) => by.name))).toEqual(new Set(['Noor Castellane']));
    expect(new Set((await listed(owner)).map(({ by }) => by.name)).size).toBeGreaterThan(1);
  });

  it.each([
    ['no grades', [], 'grades'],
    ['a case that is none', [{ case: 'flying', grade: 1 }], 'grades[0].case'],
    ['a grade that is none', [{ case: 'ball', grade: 4 }], 'grades[0].grade'],
    ['half a grade', [{ case: 'ball', grade: 1.5 }], 'grades[0].grade'],
    [
      'a case twice',
      [
        { case: 'ball', grade: 1 },
        { case: 'ball', grade: 2 },
      ],
      'grades',
    ],
    ['far too many', Array.from({ length: 501 }, (_, n) => ({ case: `c${n}`, grade: 1 })), 'grades'],
    ['something else', 'all minor', 'grades'],
  ])('with %s are refused, and nothing is kept', async (_what, grades, path) => {
    const before = (await listed(owner)).length;
    const { status, body } = await put(owner, grades);
    expect(status).toBe(400);
    expect((body as { errors: { path: string }[] }).errors.map((one) => one.path)).toContain(path);
    expect((await listed(owner)).length).toBe(before);
  });
});
