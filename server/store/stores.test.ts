import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { standardWith } from '../../core/testing';
import type { DriveEvent } from '../../core/marking';
import { scratchFolder } from '../testing';
import {
  addEvents,
  addInstructor,
  addLearner,
  addMock,
  addStandard,
  addVehicle,
  changeLearner,
  changeVehicle,
  drivesBefore,
  drivesOfSchool,
  endLink,
  endLinksOf,
  eventsByMock,
  eventsOf,
  fixesOf,
  highestSeqs,
  instructorNamed,
  learnerById,
  lengthsOf,
  linkOf,
  linksOf,
  listLearners,
  listMocks,
  makeLink,
  mockById,
  openDatabase,
  stateOfPlaces,
  stateOfEvidence,
  vehicleById,
  type Database,
} from '.';

const folder = scratchFolder();
let db: Database;
let instructor = '';
const standard = standardWith();
const day = (n: number, minute = 0) => new Date(Date.UTC(2026, 10, n, 9, minute)).toISOString();

beforeAll(async () => {
  db = await openDatabase(folder.path('school.db'));
  await addInstructor(db, {
    name: 'Maren Holtby',
    passphrase: 'seven wet crossings',
    demo: false,
    role: 'owner',
  });
  instructor = (await instructorNamed(db, 'maren  HOLTBY'))?.id ?? '';
  await addStandard(db, standard, new Date(day(1)));
  for (const [id, name] of [
    ['ada', 'Ada Quist'],
    ['ben', 'Ben Åskeby'],
    ['cai', 'Cai Quist'],
  ] as const)
    await addLearner(db, { id, name }, null);
}, 30_000);
afterAll(async () => {
  await db.destroy();
  folder.remove();
});

const mock = (id: string, learner: string, at: string) =>
  addMock(
    db,
    {
      id,
      learner,
      standard: { id: standard.id, version: standard.version },
      retest: false,
      startedAt: at,
      zone: 'Europe/London',
      ready: [],
    },
    instructor,
  );
const event = (id: string, device: string, seq: number, kind: 'fault' | 'fix' = 'fault') =>
  ({
    kind,
    id,
    device,
    seq,
    at: day(2, seq),
    ...(kind === 'fix' ? { lat: 52, lon: -2, accuracy: 5 } : { item: 'look', severity: 'minor', run: null }),
  }) as DriveEvent;

describe('the store of mocks', () => {
  it('starts one once, however often it is asked, and tells whose it is', async () => {
    expect(await mock('m1', 'ada', day(2))).toBe('added');
    expect(await mock('m1', 'ada', day(2))).toBe('known');
    expect(await mockById(db, 'm1')).toMatchObject({
      learner: { id: 'ada', name: 'Ada Quist' },
      instructor: { name: 'Maren Holtby' },
      vehicle: null,
      standard: { id: standard.id, title: standard.title },
    });
    expect(await mockById(db, 'none')).toBeNull();
    await expect(mock('m9', 'nobody', day(2)).catch(String)).resolves.toMatch(/FOREIGN KEY/);
  });

  it('takes events once, keeps fixes apart, and tells how far each device came', async () => {
    const events = [event('e1', 'd1', 1), event('e2', 'd2', 7), event('e3', 'd1', 2, 'fix')];
    const before = await stateOfPlaces(db);
    expect(await addEvents(db, 'm1', events)).toBe(3);
    expect(await addEvents(db, 'm1', [...events, event('e4', 'd1', 3)])).toBe(1);
    expect(await stateOfPlaces(db)).not.toBe(before);
    const { events: held, position } = await eventsOf(db, 'm1');
    expect(held.map(({ id }) => id)).toEqual(['e1', 'e2', 'e4']);
    expect((await fixesOf(db, 'm1')).map(({ id }) => id)).toEqual(['e3']);
    expect(await lengthsOf(db, 'm1')).toEqual({ events: 3, fixes: 1 });
    const whole = (await eventsByMock(db, ['m1', 'nobody’s'])).get('m1') ?? [];
    expect(whole).toHaveLength(3);
    expect((await eventsByMock(db, ['m1'], ['fault'])).get('m1')).toEqual(whole);
    expect((await eventsByMock(db, ['m1'], ['rating', 'retract'])).get('m1')).toEqual([]);
    expect(await highestSeqs(db, 'm1')).toEqual({ d1: 3, d2: 7 });
    expect(await highestSeqs(db, 'none')).toEqual({});
    // Only what came since; and where nothing came, from the same place on.
    await addEvents(db, 'm1', [event('e5', 'd2', 8)]);
    expect((await eventsOf(db, 'm1', position)).events.map(({ id }) => id)).toEqual(['e5']);
    expect(await eventsOf(db, 'm1', 99_999)).toEqual({ events: [], position: 99_999 });
  });

  it('reads the sound events of a log with broken ones, and no log suffers for another', async () => {
    for (const id of ['b1', 'b2']) {
      await mock(id, 'ben', day(1));
      await addEvents(db, id, [event(`${id}-1`, 'd1', 1), event(`${id}-2`, 'd1', 2)]);
    }
    // Two halves that make one event together, and two events in one: three that look like three. Then nothing at all.
    const bodies = ['{"kind":"fault"', '"id":"made-up"}', '1,2', ''];
    for (const [n, body] of bodies.entries()) {
      await db
        .insertInto('events')
        .values({ mock: 'b1', id: `x${n}`, device: 'd1', seq: 10 + n, at: day(2), body })
        .execute();
      const logs = await eventsByMock(db, ['b1', 'b2']);
      expect(logs.get('b1')?.map(({ id }) => id)).toEqual(['b1-1', 'b1-2']);
      expect(logs.get('b2')?.map(({ id }) => id)).toEqual(['b2-1', 'b2-2']);
    }
    expect((await eventsByMock(db, ['b1', 'b2'], ['fault'])).get('b1')).toHaveLength(2);
    for (const table of ['events', 'mocks'] as const)
      await db
        .deleteFrom(table)
        .where(table === 'events' ? 'mock' : 'id', 'in', ['b1', 'b2'])
        .execute();
  });

  it('takes all of a batch or none of it', async () => {
    const spoiled = { ...event('f2', 'd1', 5), device: null } as unknown as DriveEvent;
    await expect(addEvents(db, 'm1', [event('f1', 'd1', 4), spoiled]).catch(String)).resolves.toMatch(
      /NOT NULL/,
    );
    expect((await eventsOf(db, 'm1')).events.map(({ id }) => id)).not.toContain('f1');
  });

  it('lists the newest first, goes on after any, and keeps to a learner or to part of a name', async () => {
    for (const [id, learner, at] of [
      ['m2', 'ben', day(3)],
      // Two at one instant: the id decides, and paging loses neither.
      ['m3', 'ben', day(4)],
      ['m4', 'cai', day(4)],
    ] as const)
      await mock(id, learner, at);
    const ask = { limit: 2, after: null, learner: null, from: null };
    const first = await listMocks(db, ask);
    expect(first.map(({ id }) => id)).toEqual(['m3', 'm4']);
    const last = first.at(-1);
    const second = await listMocks(db, { ...ask, after: [last?.startedAt ?? '', last?.id ?? ''] });
    expect(second.map(({ id }) => id)).toEqual(['m2', 'm1']);
    const ids = async (more: object) =>
      (await listMocks(db, { ...ask, limit: 9, ...more })).map(({ id }) => id);
    expect(await ids({ learner: 'ben' })).toEqual(['m3', 'm2']);
    expect(await ids({ search: 'quist' })).toEqual(['m4', 'm1']);
    expect(await ids({ search: 'askeby' })).toEqual(['m3', 'm2']);
    expect(await ids({ from: day(4) })).toEqual(['m3', 'm4']);
  });

  it('gives the drives before an instant, and of each learner the newest', async () => {
    const before = await drivesBefore(db, day(3), null, 9);
    expect(before.map(({ events }) => events.length)).toEqual([4]);
    expect(await drivesBefore(db, day(9), 'ben', 1)).toHaveLength(1);
    const newest: string[] = [];
    for await (const { read, drives } of drivesOfSchool(db, 1)) {
      expect(read).toBe(drives.length);
      newest.push(...drives.map((drive) => drive.mock.id));
    }
    expect(newest).toEqual(['m3', 'm4', 'm1']);
  });
});

describe('the store of links', () => {
  const now = new Date(day(10));
  const later = (days: number) => new Date(now.getTime() + days * 86_400_000);

  it('opens by its token until it is ended or its time is over, and keeps no token', async () => {
    const link = await makeLink(db, 'report', 'm1', instructor, { now, days: 7, fullName: true });
    const token = link.token ?? '';
    expect(await linkOf(db, 'report', token, later(6))).toMatchObject({ subject: 'm1', fullName: true });
    expect(await linkOf(db, 'report', token, later(7))).toBeNull();
    expect(await linkOf(db, 'calendar', token, now)).toBeNull();
    expect(await linkOf(db, 'report', `${token}x`, now)).toBeNull();
    expect(JSON.stringify(await db.selectFrom('links').selectAll().execute())).not.toContain(token);
    expect(await endLink(db, link.id, now)).toBe(true);
    expect(await endLink(db, link.id, now)).toBe(false);
    expect(await linkOf(db, 'report', token, now)).toBeNull();
  });

  it('ends all of one thing, and of nothing else', async () => {
    const tokens = await Promise.all(
      ['m1', 'm1', 'm2'].map((id) => makeLink(db, 'report', id, instructor, { now, days: null })),
    );
    await endLinksOf(db, 'report', 'm1', now);
    const open = await Promise.all(tokens.map(({ token = '' }) => linkOf(db, 'report', token, later(9_999))));
    expect(open.map((link) => link?.subject ?? null)).toEqual([null, null, 'm2']);
    expect((await linksOf(db, 'report', 'm1')).every(({ revokedAt }) => revokedAt !== null)).toBe(true);
  });
});

describe('the stores of learners and vehicles', () => {
  it('change what was seen last, and not what somebody else has changed meanwhile', async () => {
    const state = await stateOfEvidence(db);
    const held = await learnerById(db, 'ada');
    if (!held) throw new Error('no learner');
    expect(
      await changeLearner(db, 'ada', held.revision, {
        ...held,
        instructor: null,
        name: 'Ada  Quist-Vale',
      }),
    ).toBe(true);
    expect(await changeLearner(db, 'ada', held.revision, { ...held, instructor: null, name: 'Ada' })).toBe(
      false,
    );
    expect((await learnerById(db, 'ada'))?.name).toBe('Ada Quist-Vale');
    expect(await stateOfEvidence(db)).not.toBe(state);

    expect(await addVehicle(db, { id: 'v1', name: 'Red hatchback', plate: 'OST 1' })).toBe(true);
    expect(await addVehicle(db, { id: 'v1', name: 'Blue', plate: 'OST 2' })).toBe(false);
    const vehicle = await vehicleById(db, 'v1');
    if (!vehicle) throw new Error('no vehicle');
    expect(await changeVehicle(db, 'v1', vehicle.revision, { ...vehicle, plate: 'OST 3' })).toBe(true);
    expect(await changeVehicle(db, 'v1', vehicle.revision, { ...vehicle, plate: 'OST 4' })).toBe(false);
    expect((await vehicleById(db, 'v1'))?.plate).toBe('OST 3');
  });

  it('page through names without losing one, whatever they are written with', async () => {
    const first = await listLearners(db, { limit: 1, after: null });
    const [one] = first;
    const rest = await listLearners(db, { limit: 9, after: [one?.key ?? '', one?.learner.id ?? ''] });
    expect([...first, ...rest].map(({ learner }) => learner.id)).toEqual(['ada', 'ben', 'cai']);
    expect(
      (await listLearners(db, { limit: 9, after: null, search: 'ÅSK' })).map(({ learner }) => learner.id),
    ).toEqual(['ben']);
  });
});
