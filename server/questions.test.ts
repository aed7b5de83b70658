import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { QuestionView } from '../contract';
import type { Question } from '../core/questions';
import { keepShippedQuestions, listQuestions, openDatabase } from './store';
import { Client, scratchFolder, startServer, type ServerProcess } from './testing';

const folder = scratchFolder();
const file = folder.path('questions.db');
let server: ServerProcess;
let client: Client;
beforeAll(async () => {
  server = await startServer('demo', file);
  client = new Client(server.address);
  await client.post('/session/demo');
}, 30_000);
afterAll(async () => {
  await server.kill();
  folder.remove();
});

const all = async () => ((await client.get('/questions')).body as { items: QuestionView[] }).items;
const held = async (id: string) => (await all()).find(({ question }) => question.id === id);
const put = (id: string, body: object, revision?: number) =>
  client.ask('PUT', `/questions/${id}`, body, revision === undefined ? {} : { 'if-match': `"${revision}"` });
const own: Question = {
  id: 'spare-key',
  kind: 'explain',
  title: 'Spare key',
  prompts: ['Where is the spare key?'],
  points: [{ id: 'hook', text: 'On its hook', essential: true }],
  ordered: false,
  why: 'Somebody may need it.',
  cautions: [],
  source: { kind: 'ours' },
  controls: [],
  bonnet: false,
};

describe('the questions of a school', () => {
  it('are those that ship, all switched on', async () => {
    const bank = JSON.parse(
      readFileSync(new URL('../data/questions/vale-of-ostrey.questions.json', import.meta.url), 'utf8'),
    ) as { questions: { id: string }[] };
    const views = await all();
    expect(views.map(({ question }) => question.id)).toEqual(bank.questions.map(({ id }) => id));
    expect(views.every(({ enabled, origin }) => enabled && origin === 'shipped')).toBe(true);
    expect((await new Client(server.address).get('/questions')).status).toBe(401);
  });

  it('can be added to, once', async () => {
    expect((await put('spare-key', { question: own, enabled: true })).status).toBe(201);
    expect(await held('spare-key')).toEqual({ question: own, enabled: true, origin: 'own', revision: 1 });
    expect((await put('spare-key', { question: own, enabled: true })).status).toBe(409);
  });

  it('can be changed, switched off and brought back, each by who saw the last change', async () => {
    const horn = await held('horn');
    if (!horn) throw new Error('no horn');
    const changed = { ...horn.question, title: 'The horn' };
    expect((await put('horn', { question: changed, enabled: false }, 1)).status).toBe(200);
    expect(await held('horn')).toMatchObject({ enabled: false, origin: 'changed', revision: 2 });
    expect((await put('horn', { question: changed, enabled: true }, 1)).status).toBe(412);
    const back = await client.ask('DELETE', '/questions/horn/changes', undefined, { 'if-match': '"2"' });
    expect(back.body).toMatchObject({ question: horn.question, origin: 'shipped', enabled: false });
    const never = await client.ask('DELETE', '/questions/spare-key/changes', undefined, {
      'if-match': '"1"',
    });
    expect(never.status).toBe(409);
  });

  it('are refused with every problem, and nothing of them is stored', async () => {
    const before = await all();
    const one = await put('spare-key', { question: { ...own, points: [] }, enabled: true }, 1);
    expect(one.body).toMatchObject({ status: 400, errors: [{ path: 'question.points' }] });
    expect((await put('other', { question: own, enabled: true })).body).toMatchObject({
      errors: [{ path: 'question.id', message: 'must be other' }],
    });
    const many = await client.post('/questions', {
      questions: [
        { ...own, id: 'good' },
        { ...own, kind: 'riddle' },
        { ...own, id: 'good' },
      ],
    });
    expect(many.status).toBe(400);
    expect((many.body as { errors: { path: string }[] }).errors.map(({ path }) => path)).toEqual([
      'questions[1].kind',
      'questions[2].id',
    ]);
    expect(await all()).toEqual(before);
  });

  it('of a file are kept together; what was switched off stays off', async () => {
    const horn = await held('horn');
    const answer = await client.post('/questions', {
      questions: [own, { ...own, id: 'spare-bulb' }, { ...horn?.question, title: 'Hooter' }],
    });
    expect(answer.body).toEqual({ added: 1, changed: 1, same: 1 });
    expect(await held('horn')).toMatchObject({ question: { title: 'Hooter' }, enabled: false });
  });
});

describe('questions that ship in a later version', () => {
  it('reach the school, except where it has changed them', async () => {
    const db = await openDatabase(folder.path('later.db'));
    const next = (title: string) =>
      [own, { ...own, id: 'mirror' }].map((question) => ({ ...question, title }));
    await keepShippedQuestions(db, next('First'));
    await db
      .updateTable('questions')
      .set({ body: JSON.stringify({ ...own, id: 'mirror', title: 'Ours' }) })
      .where('id', '=', 'mirror')
      .execute();
    await keepShippedQuestions(db, next('Second'));
    const told = (await listQuestions(db)).map(({ question, origin }) => [question.title, origin]);
    expect(told).toEqual([
      ['Second', 'shipped'],
      ['Ours', 'changed'],
    ]);
    await db.destroy();
  });
});
