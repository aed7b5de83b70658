import 'fake-indexeddb/auto';
import { configureStore } from '@reduxjs/toolkit';
import { describe, expect, it } from '@jest/globals';
import type { DriveEvent } from '../../../core/marking';
import { smallStandard, mockView, until } from '../../testing';
import { openKeep, type Keep } from './keep';
import type { Answer, LogServer } from './server';
import { beginDrive, endPractice, logSlice, record } from './slice';
import { createSync } from './sync';

/** A server in a box: it can be silent, refuse, or forget. */
class BoxedServer implements LogServer {
  mode: 'answers' | 'silent' | 'refuses' = 'answers';
  readonly mocks = new Set<string>();
  readonly log = new Map<string, DriveEvent>();
  sent = 0;
  asked = 0;
  /** Whether it takes no event like this one. */
  unsound: (event: DriveEvent) => boolean = () => false;
  /** Whether it can be told of tests at all. */
  begins = true;

  private answer<T>(value: () => T): Promise<Answer<T>> {
    if (this.mode === 'silent') return Promise.resolve({ ok: false, why: 'silent' });
    if (this.mode === 'refuses') return Promise.resolve({ ok: false, why: 'refused', detail: 'No.' });
    return Promise.resolve({ ok: true, value: value() });
  }
  mock: LogServer['mock'] = (id) =>
    this.mocks.has(id) ? this.answer(() => mockView(id)) : Promise.resolve({ ok: false, why: 'missing' });
  standard: LogServer['standard'] = () => this.answer(() => smallStandard);
  start: LogServer['start'] = ({ id }) => {
    this.asked += 1;
    if (!this.begins) return Promise.resolve({ ok: false, why: 'refused', detail: 'No learner.' });
    return this.answer(() => {
      this.mocks.add(id);
      return mockView(id);
    });
  };
  events: LogServer['events'] = () =>
    this.answer(() => ({ events: [...this.log.values()], position: this.log.size }));
  send: LogServer['send'] = (mock, events) => {
    if (this.mode === 'answers' && !this.mocks.has(mock)) this.asked += 1;
    if (this.mode === 'answers' && !this.mocks.has(mock))
      return Promise.resolve({ ok: false, why: 'missing' });
    return this.answer(() => {
      this.sent += events.length;
      this.asked += 1;
      const sound = events.filter((event) => !this.unsound(event));
      for (const event of sound) this.log.set(event.id, event);
      const refused = events.flatMap((event, index) =>
        this.unsound(event) ? [{ index, problems: [{ path: 'item', message: 'is no item here' }] }] : [],
      );
      return { added: sound.length, refused, highest: {} };
    });
  };
}

let database = 0;

function page(server: BoxedServer, keep: Promise<Keep | null>) {
  const store = configureStore({
    reducer: { log: logSlice.reducer },
    middleware: (standard) => standard({ serializableCheck: false, immutableCheck: false }),
  });
  const planned: (() => void)[] = [];
  const sync = createSync({
    keep,
    server,
    dispatch: store.dispatch,
    state: () => store.getState().log,
    now: () => new Date('2026-09-14T08:00:00Z'),
    later: (_wait, run) => planned.push(run),
  });
  const mark = async (mock: string) => {
    const { events } = store.dispatch(
      record(mock, [{ kind: 'fault', item: 'look', severity: 'minor' }]),
    ).payload;
    await sync.recorded(mock, events);
    return events[0]?.id ?? '';
  };
  const begin = async (mock: string, practice = false) => {
    const drive = { mock: mockView(mock), standard: smallStandard, practice };
    store.dispatch(beginDrive(drive));
    await sync.began(drive.mock);
  };
  return { store, sync, planned, mark, begin, log: () => store.getState().log };
}

const freshKeep = () => openKeep(`keep-${(database += 1)}`);

describe('the log of a page', () => {
  it('is on the server soon after a mark, and says so', async () => {
    const server = new BoxedServer();
    const { mark, begin, log } = page(server, freshKeep());
    await begin('t');
    const id = await mark('t');
    expect(server.log.has(id)).toBe(true);
    // What is on the server waits nowhere else.
    expect(log().keeping.t?.places).toEqual({});
    expect(log()).toMatchObject({ waiting: 0, link: 'answers' });
  });

  it('is kept here while the server is silent, and goes when it answers', async () => {
    const server = new BoxedServer();
    server.mode = 'silent';
    const { mark, begin, log, planned } = page(server, freshKeep());
    await begin('t');
    const id = await mark('t');
    expect(log().keeping.t?.places[id]).toBe('here');
    expect(log()).toMatchObject({ waiting: 1, link: 'silent', linkSince: '2026-09-14T08:00:00.000Z' });
    server.mode = 'answers';
    planned.forEach((run) => run());
    await until(() => log().waiting === 0);
    expect(server.mocks.has('t')).toBe(true);
    expect(server.log.has(id)).toBe(true);
    expect(log()).toMatchObject({ waiting: 0, link: 'answers' });
  });

  it('tells of a mark as waiting from the touch until it is on the server', async () => {
    const server = new BoxedServer();
    const { mark, begin, store, log } = page(server, freshKeep());
    await begin('t');
    const told: (readonly [waiting: number, there: number])[] = [];
    store.subscribe(() => told.push([log().waiting, server.log.size]));
    const marked = mark('t');
    expect(log().waiting).toBe(1);
    await marked;
    expect(log().waiting).toBe(0);
    // Told as sent only once it was there.
    expect(told.filter(([waiting, there]) => waiting === 0 && there === 0)).toHaveLength(1);
  });

  it('survives a reload with the server away, test and all', async () => {
    const server = new BoxedServer();
    server.mode = 'silent';
    const keep = freshKeep();
    const first = page(server, keep);
    await first.begin('t');
    const id = await first.mark('t');

    const second = page(server, keep);
    await second.sync.open('t');
    expect(second.log().drives.t?.events.map((event) => event.id)).toEqual([id]);
    // By then it has asked in vain, and will ask again.
    await until(() => second.planned.length > 0);
    server.mode = 'answers';
    await second.sync.push();
    expect([server.mocks.has('t'), server.log.has(id)]).toEqual([true, true]);

    const third = page(server, keep);
    await third.sync.push();
    expect(server.sent).toBe(1);
  });

  it('shows marks that were sent before the drive was loaded', async () => {
    const server = new BoxedServer();
    server.mode = 'silent';
    const keep = freshKeep();
    const first = page(server, keep);
    await first.begin('t');
    const id = await first.mark('t');
    const { store, log } = page(server, keep);
    store.dispatch(logSlice.actions.driveHeld({ mock: mockView('t'), standard: smallStandard }));
    store.dispatch(logSlice.actions.placed({ mock: 't', ids: [id], place: 'server' }));
    const [event] = first.log().drives.t?.events ?? [];
    if (!event) throw new Error('no event');
    store.dispatch(logSlice.actions.eventsHeld({ mock: 't', events: [event], place: 'here' }));
    expect(log().drives.t?.events).toHaveLength(1);
  });

  it('shows the marks of two pages as one log', async () => {
    const server = new BoxedServer();
    const one = page(server, freshKeep());
    const two = page(server, freshKeep());
    await one.begin('t');
    await two.sync.open('t');
    const ids = [await one.mark('t'), await two.mark('t')];
    await one.sync.pull('t');
    await two.sync.pull('t');
    for (const { log } of [one, two])
      expect(new Set(log().drives.t?.events.map(({ id }) => id))).toEqual(new Set(ids));
  });

  it('says at once when the browser does not store, and still sends', async () => {
    const server = new BoxedServer();
    const { mark, begin, log } = page(server, Promise.resolve(null));
    await begin('t');
    await mark('t');
    expect(log().storage).toBe('refused');
    expect(log().keeping.t?.places).toEqual({});
  });

  it('keeps what the server refuses, and tells its reason', async () => {
    const server = new BoxedServer();
    const keep = freshKeep();
    const { mark, begin, log } = page(server, keep);
    await begin('t');
    server.mode = 'refuses';
    const id = await mark('t');
    expect(log()).toMatchObject({ refusal: 'No.', waiting: 1 });
    expect((await (await keep).waiting()).map(({ event }) => event.id)).toEqual([id]);
  });

  it('sets one mark aside that the server does not take, and sends the others', async () => {
    const server = new BoxedServer();
    server.mode = 'silent';
    const keep = freshKeep();
    const first = page(server, keep);
    await first.begin('t');
    const bad = await first.mark('t');
    const good = await first.mark('t');
    server.mode = 'answers';
    server.unsound = ({ id }) => id === bad;
    await first.sync.push();
    expect([...server.log.keys()]).toEqual([good]);
    expect(first.log()).toMatchObject({
      waiting: 0,
      refusal: 'One entry (fault) was not taken: item is no item here.',
    });
    // It is kept, and not sent again, also after a reload.
    const sent = server.sent;
    const second = page(server, keep);
    await second.sync.open('t');
    await second.sync.push();
    expect(second.log().drives.t?.events.map(({ id }) => id)).toContain(bad);
    expect(second.log().keeping.t?.places[bad]).toBe('here');
    expect(server.sent).toBe(sent);
  });

  it('asks a server that cannot be told of a test only after a pause, and sends the other drives', async () => {
    const server = new BoxedServer();
    const { begin, mark, planned, log } = page(server, freshKeep());
    await begin('lost');
    await begin('other');
    server.mocks.clear();
    server.mocks.add('other');
    server.begins = false;
    server.asked = 0;
    await mark('lost');
    expect(server.asked).toBeLessThan(5);
    expect(planned).toHaveLength(1);
    expect(log()).toMatchObject({ waiting: 1, refusal: 'No learner.' });
    const id = await mark('other');
    expect(server.log.has(id)).toBe(true);
    expect(server.asked).toBeLessThan(10);
    // Once it can be told, everything goes.
    server.begins = true;
    planned.at(-1)?.();
    await until(() => log().waiting === 0);
    expect(server.log.size).toBe(2);
  });

  it('tells a server that lost the test about it again', async () => {
    const server = new BoxedServer();
    const { mark, begin } = page(server, freshKeep());
    await begin('t');
    server.mocks.clear();
    const id = await mark('t');
    await until(() => server.log.has(id));
    expect([server.mocks.has('t'), server.log.has(id)]).toEqual([true, true]);
  });

  it('knows a mock that is not there from a server that is away', async () => {
    const server = new BoxedServer();
    const { sync, log } = page(server, freshKeep());
    await sync.open('nowhere');
    expect(log().failures.nowhere).toBe('missing');
  });
});

it('neither stores nor sends a practice drive, and takes it away when it is over; a real one stays', async () => {
  const [server, keep] = [new BoxedServer(), freshKeep()];
  const { begin, mark, sync, store, log } = page(server, keep);
  await begin('p1', true);
  await mark('p1');
  await sync.open('p1');
  await sync.pull('p1');
  expect(log().drives.p1?.events).toHaveLength(1);
  expect([server.asked, server.mocks.size, server.log.size, log().waiting]).toEqual([0, 0, 0, 0]);
  expect(await (await keep).drive('p1')).toBeUndefined();
  expect(await (await keep).waiting()).toEqual([]);
  store.dispatch(endPractice('p1'));
  expect(log().drives.p1).toBeUndefined();
  // What is real is never taken away like that.
  await begin('m1');
  store.dispatch(endPractice('m1'));
  expect(log().drives.m1?.practice).toBe(false);
});
