import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import SQLite from 'better-sqlite3';
import { MOST, type EventsAnswer } from '../contract';
import { demoMock, faultEvent, scratchFolder, startServer, type Client, type ServerProcess } from './testing';

const folder = scratchFolder();
let server: ServerProcess;
let client: Client;
let mock: string;

beforeAll(async () => {
  server = await startServer('demo', folder.path('events.db'));
  ({ client, mock } = await demoMock(server));
}, 30_000);
afterAll(async () => {
  await server.kill();
  folder.remove();
});

const held = async () =>
  (await client.get(`/mocks/${mock}/events`)).body as { events: { id: string }[]; position: number };

describe('the event path', () => {
  it('takes repeats and any order as one log, and answers with the highest number of each device', async () => {
    const events = [faultEvent(1), faultEvent(2), faultEvent(1, 'd2')];
    const first = await client.post(`/mocks/${mock}/events`, { events: events.slice(1) });
    expect(first).toMatchObject({ status: 200, body: { added: 2, highest: { d1: 2, d2: 1 } } });
    const again = await client.post(`/mocks/${mock}/events`, { events: [...events].reverse() });
    expect(again.body).toEqual({ added: 1, refused: [], highest: { d1: 2, d2: 1 } });
    const twice = await client.post(`/mocks/${mock}/events`, { events: [...events, ...events] });
    expect(twice.body).toMatchObject({ added: 0 });
    const { events: log, position } = await held();
    expect(log.map(({ id }) => id).sort()).toEqual(events.map(({ id }) => id).sort());
    expect((await client.get(`/mocks/${mock}/events?after=${position}`)).body).toEqual({
      events: [],
      position,
    });
    expect((await client.get(`/mocks/${mock}/verdict`)).body).toMatchObject({
      outcome: 'incomplete',
      counts: { driving: 3 },
    });
  });

  it('takes what is sound of a batch, and tells of every other event what is wrong with it', async () => {
    const before = (await held()).events.length;
    const answer = await client.post(`/mocks/${mock}/events`, {
      events: [
        faultEvent(10),
        faultEvent(11, 'd1', 'moving-off.whistling'),
        { ...faultEvent(12), severity: 'grade2' },
        {
          kind: 'measure',
          id: 'm',
          device: 'd1',
          seq: 13,
          at: '2026-09-14T08:00:00Z',
          measure: 'noise',
          value: 1,
        },
        { ...faultEvent(14), at: 'noon', extra: 1 },
        { ...faultEvent(15), test: 'another' },
        {
          kind: 'fix',
          id: 'f',
          device: 'd1',
          seq: 16,
          at: '2026-09-14T08:00:00Z',
          lat: 1,
          lon: 2,
          speed: -1,
        },
        7,
        faultEvent(17),
      ],
    });
    expect(answer.status).toBe(200);
    const { added, refused } = answer.body as EventsAnswer;
    expect(added).toBe(2);
    expect(refused.flatMap(({ index, problems }) => problems.map(({ path }) => `${index} ${path}`))).toEqual([
      '1 item',
      '2 severity',
      '3 measure',
      '4 at',
      '4 extra',
      '5 test',
      '6 accuracy',
      '6 speed',
      '7 ',
    ]);
    expect((await held()).events).toHaveLength(before + 2);
  });

  it('refuses a regrade that its mark cannot have, also when the mark came in an earlier batch', async () => {
    const papers = { ...faultEvent(20, 'd3', 'ready.papers'), severity: 'serious' };
    await client.post(`/mocks/${mock}/events`, { events: [papers] });
    const regrade = { kind: 'regrade', id: 'r1', device: 'd3', seq: 21, at: papers.at, of: papers.id };
    const answer = await client.post(`/mocks/${mock}/events`, {
      events: [{ ...regrade, severity: 'driving' }],
    });
    expect(answer).toMatchObject({
      status: 200,
      body: { added: 0, refused: [{ index: 0, problems: [{ path: 'severity' }] }] },
    });
  });

  it('refuses an empty batch, one of more than 500, and a test that is not there', async () => {
    expect((await client.post(`/mocks/${mock}/events`, { events: [] })).status).toBe(400);
    const many = Array.from({ length: 501 }, (_, n) => faultEvent(n));
    expect((await client.post(`/mocks/${mock}/events`, { events: many })).status).toBe(400);
    expect((await client.post('/mocks/none/events', { events: [faultEvent(1)] })).status).toBe(404);
  });

  it('refuses a batch with something that no batch has, or without a list, and says which', async () => {
    const before = (await held()).events.length;
    const events = [faultEvent(90)];
    expect(await client.post(`/mocks/${mock}/events`, { events, learner: 7 })).toMatchObject({
      status: 400,
      body: { errors: [{ path: 'learner', message: 'is not a property of this request' }] },
    });
    expect(await client.post(`/mocks/${mock}/events`, { events: { 0: events[0] } })).toMatchObject({
      status: 400,
      body: { errors: expect.arrayContaining([expect.objectContaining({ path: 'events' })]) as unknown },
    });
    expect((await held()).events).toHaveLength(before);
  });

  it('keeps fixes apart from marks, and gives both in the log file', async () => {
    const fix = {
      kind: 'fix',
      id: 'fix-1',
      device: 'd4',
      seq: 1,
      at: '2026-09-14T08:00:01Z',
      lat: 1,
      lon: 2,
      accuracy: 5,
    };
    expect((await client.post(`/mocks/${mock}/events`, { events: [fix, fix] })).body).toMatchObject({
      added: 1,
    });
    expect((await held()).events.map(({ id }) => id)).not.toContain('fix-1');
    const log = (await client.get(`/mocks/${mock}/log`)).body as string;
    expect(log.split('\n')[0]).toContain('"kind":"header"');
    expect(log).toContain('"fix-1"');
  });
});

it('holds every acknowledged event once after being killed in the middle of a stream of batches', async () => {
  const file = folder.path('killed.db');
  let killed = await startServer('demo', file);
  const { client: sender, mock } = await demoMock(killed);
  const acknowledged: string[] = [];
  const unanswered: ReturnType<typeof faultEvent>[][] = [];
  let seq = 0;
  for (let round = 0; round < 3; round += 1) {
    const timer = setTimeout(() => void killed.kill(), 120 + 90 * round);
    for (;;) {
      const events = Array.from({ length: 20 }, () => faultEvent((seq += 1)));
      try {
        const answer = await sender.post(`/mocks/${mock}/events`, { events });
        if (answer.status !== 200) throw new Error(JSON.stringify(answer.body));
        acknowledged.push(...events.map(({ id }) => id));
      } catch {
        unanswered.push(events);
        break;
      }
    }
    clearTimeout(timer);
    await killed.kill();
    const restarted = await startServer('demo', file);
    killed = { ...restarted };
    Object.assign(sender, { address: restarted.address });
    const { events } = (await sender.get(`/mocks/${mock}/events`)).body as { events: { id: string }[] };
    const ids = events.map(({ id }) => id);
    expect(new Set(ids).size).toBe(ids.length);
    expect(acknowledged.filter((id) => !ids.includes(id))).toEqual([]);
    // A browser that got no answer sends again: what had arrived is not doubled.
    for (const batch of unanswered.splice(0)) {
      await sender.post(`/mocks/${mock}/events`, { events: batch });
      acknowledged.push(...batch.map(({ id }) => id));
    }
  }
  const { events } = (await sender.get(`/mocks/${mock}/events`)).body as { events: { id: string }[] };
  expect(events.map(({ id }) => id).sort()).toEqual([...acknowledged].sort());
  expect(acknowledged.length).toBeGreaterThan(60);
  await killed.kill();
}, 60_000);

it('a mock that holds more than a drive has takes no more, and says so', async () => {
  const { client: own, mock: full } = await demoMock(server);
  const sqlite = new SQLite(folder.path('events.db'));
  const insert = sqlite.prepare(
    'insert into events (mock, id, device, seq, at, body) values (?, ?, ?, ?, ?, ?)',
  );
  sqlite.transaction(() => {
    for (let seq = 1; seq < MOST.events; seq += 1) {
      const event = faultEvent(seq, 'd9');
      insert.run(full, event.id, event.device, seq, event.at, JSON.stringify(event));
    }
  })();
  sqlite.close();
  const fix = (seq: number) => ({
    kind: 'fix',
    id: randomUUID(),
    device: 'd8',
    seq,
    at: '2026-09-14T08:00:00.000Z',
    lat: 52,
    lon: -2,
    accuracy: 5,
    speed: null,
  });
  const answer = await own.post(`/mocks/${full}/events`, {
    events: [faultEvent(1), fix(1), faultEvent(2), fix(2)],
  });
  expect(answer).toMatchObject({
    status: 200,
    body: {
      added: 3,
      refused: [{ index: 2, problems: [{ message: expect.stringContaining('End it and start another') }] }],
    },
  });
}, 30_000);
