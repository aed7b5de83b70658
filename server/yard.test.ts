import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { LearnerView, OwnYardFile, Page, PracticeRunView, PracticeView, YardView } from '../contract';
import { readLog } from '../core/marking';
import { courseOf, held, laid, vehicleOf } from '../core/testing/yard';
import { findPlan, UNWATCHED, type Sample } from '../core/yard';
import { openPdf } from './testing/pdf';
import { Client, scratchFolder, startServer, type ServerProcess } from './testing';

const folder = scratchFolder();
let server: ServerProcess;
let client: Client;
beforeAll(async () => {
  server = await startServer('demo', folder.path('yard.db'));
  client = new Client(server.address);
  await client.post('/session/demo');
}, 30_000);
afterAll(async () => {
  await server.kill();
  folder.remove();
});

/** The sheet as another program reads it. */
async function printed(query: string) {
  const { pages, tree } = await openPdf(await client.bytes(`/yard/setting-out.pdf?${query}`));
  const texts = await Promise.all(
    pages.map(async (page) =>
      (await page.getTextContent()).items.map((item) => ('str' in item ? item.str : '')).join(' '),
    ),
  );
  const [first] = pages;
  if (!first) throw new Error('no page');
  const { fnArray } = await first.getOperatorList();
  return {
    text: texts.join(' '),
    tree,
    drawn: fnArray.length,
    images: fnArray.filter((fn) => fn === 85).length,
  };
}

describe('the yard', () => {
  it('has every course and vehicle that ships', async () => {
    const { courses, vehicles } = (await client.get('/yard')).body as YardView;
    expect([courses.length, vehicles.length]).toEqual([12, 7]);
    // The demo school has one of each of its own.
    expect([courses.at(-1)?.id, vehicles.at(-1)?.id]).toEqual(['station-yard-bay', 'school-car']);
  });

  it('prints a setting-out sheet: title, sizes, caution, tapes, scale bar, drawn as lines', async () => {
    const { text, tree, drawn, images } = await printed('course=garage-bay&vehicle=van&set=lane:7');
    for (const words of [
      'Setting out: Garage bay, 90 degrees',
      'Width of the lane 7 m',
      'Closed area, a spotter, walking pace.',
      '1. Bay left, start',
      'From A',
      '5 m',
      'Diagonal from',
      '0 cones, 0 of them with a pole',
    ])
      expect(text).toContain(words);
    expect(tree).toContain('Figure');
    expect(tree).toContain('Table');
    expect(drawn).toBeGreaterThan(100);
    expect(images).toBe(0);
  });

  it('prints tapes from the base points that are chosen', async () => {
    const { text } = await printed('course=garage-bay&vehicle=van&a=bay-left-from&b=bay-right-from');
    // The bay is 3 m wide: its right end lies 3 m from A and 0 from B.
    expect(text).toMatch(/Bay right, start\s+3\.00 m\s+0\.00 m/);
  });

  it('says what is wrong with what is asked', async () => {
    expect((await client.get('/yard/setting-out.pdf?course=none&vehicle=van')).status).toBe(404);
    const wrong = await client.get('/yard/setting-out.pdf?course=garage-bay&vehicle=van&set=lane:900');
    expect(wrong.status).toBe(400);
    expect(JSON.stringify(wrong.body)).toContain('parameters.lane');
  });
});

describe('courses and vehicles of the school’s own', () => {
  const course = { ...courseOf('garage-bay'), id: 'our-bay', title: 'Our bay' };
  const put = (path: string, body: object, revision?: number) =>
    client.ask('PUT', path, body, revision === undefined ? {} : { 'if-match': `"${revision}"` });

  it('are kept, changed by who saw the last change, printed, and removed', async () => {
    const added = await put('/yard/courses/our-bay', { course });
    expect([added.status, added.body]).toEqual([
      201,
      { kind: 'course', id: 'our-bay', of: null, revision: 1 },
    ]);
    expect((await put('/yard/courses/our-bay', { course })).status).toBe(409);
    const changed = await put('/yard/courses/our-bay', { course: { ...course, movements: 3 } }, 1);
    expect(changed.body).toMatchObject({ revision: 2 });
    expect((await put('/yard/courses/our-bay', { course }, 1)).status).toBe(412);
    const yard = (await client.get('/yard')).body as YardView;
    expect(yard.courses.find(({ id }) => id === 'our-bay')).toEqual({ ...course, movements: 3 });
    expect((await printed('course=our-bay&vehicle=van')).text).toContain('Setting out: Our bay');
    const remove = (revision: number) =>
      client.ask('DELETE', '/yard/courses/our-bay', undefined, { 'if-match': `"${revision}"` });
    expect((await remove(1)).status).toBe(412);
    expect((await remove(2)).status).toBe(204);
    expect((await remove(2)).status).toBe(404);
  });

  it('may be the figures of a vehicle of the school', async () => {
    const { items } = (await client.get('/vehicles')).body as Page<{ readonly id: string }>;
    const of = items[0]?.id ?? '';
    const vehicle = { ...vehicleOf('saloon'), id: 'our-saloon', title: 'Our saloon', wheelbase: 2.71 };
    expect((await put('/yard/vehicles/our-saloon', { vehicle, of })).status).toBe(201);
    const yard = (await client.get('/yard')).body as YardView;
    expect(yard.own).toContainEqual({
      kind: 'vehicle',
      id: 'our-saloon',
      of,
      revision: 1,
    } satisfies OwnYardFile);
    expect(yard.vehicles.find(({ id }) => id === 'our-saloon')?.wheelbase).toBe(2.71);
    const nobodys = await put('/yard/vehicles/x', { vehicle: { ...vehicle, id: 'x' }, of: randomUUID() });
    expect(nobodys.status).toBe(400);
  });

  it.each([
    ['another id', '/yard/courses/other', { course }, 400, 'must be other'],
    ['a shipped id', '/yard/courses/garage-bay', { course: courseOf('garage-bay') }, 409, 'ships with'],
    [
      'no course',
      '/yard/courses/our-bay',
      { course: { ...course, stages: [], sail: 1 } },
      400,
      'course.stages',
    ],
    [
      'a circle too small for the wheelbase',
      '/yard/vehicles/v',
      { vehicle: { ...vehicleOf('van'), id: 'v', turningCircle: 5 } },
      400,
      'vehicle.turningCircle',
    ],
  ])('are refused with %s', async (_, path, body, status, words) => {
    const before = (await client.get('/yard')).body;
    const refused = await put(path, body);
    expect(refused.status).toBe(status);
    expect(JSON.stringify(refused.body)).toContain(words);
    expect((await client.get('/yard')).body).toEqual(before);
  });
});

describe('a run that is kept with a learner', () => {
  const course = courseOf('garage-bay');
  const vehicle = vehicleOf('small-hatchback');
  const plan = findPlan(vehicle, laid('garage-bay', vehicle), {}, UNWATCHED);
  const path = plan?.path ?? [];
  const standard = { id: 'fault-ceiling', version: '' };
  let learner = '';
  const body = (driven: readonly Sample[] = path) => ({
    learner,
    course,
    vehicle,
    settings: {},
    path: driven,
    standard,
    startedAt: '2026-11-20T10:00:00.000Z',
    zone: 'Europe/London',
  });
  const list = async () =>
    ((await client.get(`/practice?learner=${learner}`)).body as Page<PracticeView>).items;
  beforeAll(async () => {
    const { items } = (await client.get('/learners')).body as Page<LearnerView>;
    learner = items[0]?.id ?? '';
    const standards = (await client.get('/standards')).body as Page<{ id: string; version: string }>;
    standard.version = standards.items.find(({ id }) => id === standard.id)?.version ?? '';
  });

  it('is marked by the server, listed, shown again and had as a log', async () => {
    const before = (await list()).length;
    const evidence = (await client.get(`/learners/${learner}/evidence`)).body;
    const mocks = (await client.get('/mocks')).body;
    const id = randomUUID();
    const kept = await client.ask('PUT', `/practice/${id}`, body());
    expect(kept.status).toBe(201);
    const { told, run } = kept.body as PracticeRunView;
    expect(told).toMatchObject({ course: course.title, movements: plan?.movements, slips: [] });
    expect(run.path).toHaveLength(path.length);
    // Sent again after an answer that got lost, it is there once.
    expect((await client.ask('PUT', `/practice/${id}`, body())).status).toBe(200);
    // Nobody else's run gets in its place.
    const { items: learners } = (await client.get('/learners')).body as Page<LearnerView>;
    const other = { ...body(), learner: learners[1]?.id ?? '' };
    expect((await client.ask('PUT', `/practice/${id}`, other)).status).toBe(409);
    const items = await list();
    expect(items).toHaveLength(before + 1);
    expect(items.find((one) => one.id === id)?.told).toEqual(told);
    const log = held(readLog(Buffer.from(await client.bytes(`/practice/${id}/log`)).toString()));
    expect(log.header).toMatchObject({ standard, learner });
    expect(log.events.length).toBeGreaterThan(4);
    // No mock, and no evidence of driving on a road.
    expect((await client.get(`/learners/${learner}/evidence`)).body).toEqual(evidence);
    expect((await client.get('/mocks')).body).toEqual(mocks);
    expect((await client.ask('DELETE', `/practice/${id}`)).status).toBe(204);
    expect((await client.get(`/practice/${id}`)).status).toBe(404);
    expect(await list()).toHaveLength(before);
  });

  it('tells what went wrong on it', async () => {
    const id = randomUUID();
    const short = path.slice(0, Math.floor(path.length / 2));
    const kept = await client.ask('PUT', `/practice/${id}`, body(short));
    expect((kept.body as PracticeRunView).told.slips).toMatchObject([{ kind: 'goal', of: 'reverse-in' }]);
    await client.ask('DELETE', `/practice/${id}`);
  });

  it.each<[string, (whole: ReturnType<typeof body>) => object, string]>([
    [
      'a path with a gap',
      (whole) => ({ ...whole, path: [...path.slice(0, 3), ...path.slice(40)] }),
      'path[3]',
    ],
    ['nobody who drove', (whole) => ({ ...whole, learner: randomUUID() }), 'is no learner here'],
    [
      'a standard that is not here',
      (whole) => ({ ...whole, standard: { id: 'x', version: '1.0.0' } }),
      'no standard',
    ],
    ['a size out of bounds', (whole) => ({ ...whole, settings: { bay: 90 } }), 'parameters.bay'],
    [
      'a standard without this manoeuvre',
      (whole) => ({ ...whole, course: { ...course, manoeuvres: ['hill-start'] } }),
      'manoeuvres',
    ],
    ['a vehicle that is none', (whole) => ({ ...whole, vehicle: { title: 'x' } }), 'vehicle.wheelbase'],
  ])('is refused with %s, and nothing is stored', async (_, made, words) => {
    const before = await list();
    const refused = await client.ask('PUT', `/practice/${randomUUID()}`, made(body()));
    expect(refused.status).toBe(400);
    expect(JSON.stringify(refused.body)).toContain(words);
    expect(await list()).toEqual(before);
  });
});
