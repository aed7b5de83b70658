import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, expect, it } from '@jest/globals';
import type { EvidenceView, LearnerView, MockSummary, Page, ResultView } from '../contract';
import { readLog } from '../core/marking';
import { Client, scratchFolder, startServer, TEST_NOW, type ServerProcess } from './testing';

const folder = scratchFolder();
let server: ServerProcess;
let client: Client;
let learner: string;
beforeAll(async () => {
  server = await startServer('demo', folder.path('sheets.db'), [], new Date(TEST_NOW));
  client = new Client(server.address);
  await client.post('/session/demo');
  const found = (await client.get('/learners?search=Yuto')).body as Page<LearnerView>;
  learner = found.items[0]?.id ?? '';
}, 30_000);
afterAll(async () => {
  await server.kill();
  folder.remove();
});

const sheet = (more: object = {}) => ({
  learner,
  standard: { id: 'fault-ceiling', version: '1.2.0' },
  retest: false,
  startedAt: '2026-10-02T08:00:00.000Z',
  zone: 'Europe/London',
  minutes: 40,
  whole: true,
  tallies: [
    { item: 'moving-off.check', severity: 'driving', times: 4 },
    { item: 'moving-off.check', severity: 'serious', times: 1 },
  ],
  note: '',
  ...more,
});
const put = (id: string, body: object) => client.ask('PUT', `/sheets/${id}`, body);
const itemsOf = async <T>(path: string) => ((await client.get(path)).body as Page<T>).items;

it('a sheet becomes a mock with an ordinary log, is judged, and feeds the forecast', async () => {
  const evidence = async () =>
    ((await client.get(`/learners/${learner}/evidence?standard=fault-ceiling`)).body as EvidenceView).evidence
      .length;
  const before = await evidence();
  const id = randomUUID();
  expect(await put(id, sheet())).toMatchObject({ status: 201, body: { id, source: 'paper' } });
  expect((await put(id, sheet())).status).toBe(200);
  const mock = (await itemsOf<MockSummary>(`/mocks?learner=${learner}`)).find((one) => one.id === id);
  expect(mock).toMatchObject({
    ended: true,
    result: { outcome: 'fail' },
    counts: { driving: 4, serious: 1 },
  });
  expect(await evidence()).toBe(before + 1);
  const log = readLog(String((await client.get(`/mocks/${id}/log`)).body));
  if (!log.ok) throw new Error(JSON.stringify(log.problems));
  expect(log.value.header.source).toBe('paper');
  expect(log.value.events.filter(({ kind }) => kind === 'fault')).toHaveLength(5);
  const pdf = await client.get(`/mocks/${id}/report.pdf`);
  expect(pdf.status).toBe(200);
});

it('an official sheet enters the official result too, on the day where it was', async () => {
  const id = randomUUID();
  const official = sheet({ startedAt: '2026-10-05T23:30:00.000Z', passed: false, tallies: [] });
  expect((await put(id, official)).status).toBe(201);
  const [result] = await itemsOf<ResultView>(`/results?learner=${learner}`);
  expect(result).toMatchObject({ day: '2026-10-06', passed: false, standard: 'fault-ceiling' });
  // Asked again, because no answer came, it is still one result.
  await put(id, official);
  expect(await itemsOf<ResultView>(`/results?learner=${learner}`)).toHaveLength(1);
});

it('a sheet with problems names them all, and nothing of it is stored', async () => {
  const before = (await itemsOf<MockSummary>(`/mocks?learner=${learner}`)).length;
  for (const [more, path] of [
    [{ tallies: [{ item: 'nothing', severity: 'driving', times: 1 }] }, 'tallies[0].item'],
    [{ tallies: [{ item: 'moving-off.check', severity: 'purple', times: 1 }] }, 'tallies[0].severity'],
    [{ tallies: [{ item: 'moving-off.check', severity: 'driving', times: 0 }] }, 'tallies[0].times'],
    [{ tallies: [{ item: 'moving-off.check', severity: 'driving', times: 1e9 }] }, 'tallies[0].times'],
    [{ startedAt: '2027-01-01T08:00:00.000Z' }, 'startedAt'],
    [{ minutes: 0 }, 'minutes'],
    [{ learner: randomUUID() }, 'learner'],
    [{ vehicle: randomUUID() }, 'vehicle'],
    [{ passed: 'perhaps' }, 'passed'],
    [{ colour: 'red' }, 'colour'],
  ] as const) {
    const answer = await put(randomUUID(), sheet(more));
    expect([path, answer.status]).toEqual([path, 400]);
    const { errors } = answer.body as { errors: readonly { path: string }[] };
    expect(errors.map((one) => one.path)).toContain(path);
  }
  expect((await put('no-uuid', sheet())).status).toBe(400);
  const [foreign] = (await itemsOf<MockSummary>('/mocks?limit=100')).filter(
    (one) => one.learner.id !== learner,
  );
  expect((await put(foreign?.id ?? '', sheet())).status).toBe(409);
  expect((await itemsOf<MockSummary>(`/mocks?learner=${learner}`)).length).toBe(before);
});

it('a sheet of a fixed course becomes runs with their clocks, counts and marks', async () => {
  const id = randomUUID();
  const run = (manoeuvre: string, more: object = {}) => ({
    manoeuvre,
    side: null,
    seconds: 60,
    counts: {},
    readings: [],
    tallies: [],
    ...more,
  });
  const course = (more: object = {}) =>
    sheet({
      standard: { id: 'timed-yard', version: '1.2.0' },
      minutes: 12,
      tallies: [],
      readings: [{ measure: 'stalls', value: 1 }],
      runs: ['slope', 'emergency-brake', 'angle-bay', 'parallel']
        .map((manoeuvre) => run(manoeuvre))
        .concat(
          run('garage', {
            seconds: 181,
            tallies: [{ item: 'looking.mirror', severity: 'demerit', times: 1 }],
          }),
        ),
      ...more,
    });
  expect(await put(id, course())).toMatchObject({ status: 201, body: { source: 'paper' } });
  const mock = (await itemsOf<MockSummary>(`/mocks?learner=${learner}`)).find((one) => one.id === id);
  expect(mock).toMatchObject({ ended: true, result: { outcome: 'ended' }, counts: { demerit: 1 } });
  const log = readLog(String((await client.get(`/mocks/${id}/log`)).body));
  if (!log.ok) throw new Error(JSON.stringify(log.problems));
  expect(log.value.events.filter(({ kind }) => kind === 'manoeuvre')).toHaveLength(15);
  expect((await client.get(`/mocks/${id}/report.pdf`)).status).toBe(200);

  for (const [broken, path] of [
    [{ runs: [run('ditch')] }, 'runs[0].manoeuvre'],
    [{ runs: [run('slope', { side: 'up' })] }, 'runs[0].side'],
    [{ runs: [run('slope', { seconds: -1 })] }, 'runs[0].seconds'],
    [{ runs: [run('slope', { seconds: 1e9 })] }, 'runs[0].seconds'],
    [{ runs: [run('slope', { counts: { attempts: 1e9 } })] }, 'runs[0].counts.attempts'],
    [{ readings: [{ measure: 'noise', value: 1 }] }, 'readings[0].measure'],
    [{ readings: [{ measure: 'stalls', value: 'many' }] }, 'readings[0].value'],
    [{ minutes: 2 }, 'minutes'],
  ] as const) {
    const refused = await put(randomUUID(), course(broken));
    expect(refused.status).toBe(400);
    const { errors } = refused.body as { errors: readonly { path: string }[] };
    expect(errors.map((one) => one.path)).toContain(path);
  }
});
