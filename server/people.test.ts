import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { LearnerView, LessonView, ListedLearner, Page, SchoolView, MockSummary } from '../contract';
import { addInstructor, openDatabase } from './store';
import { Client, scratchFolder, startServer, TEST_NOW, type ServerProcess } from './testing';

const folder = scratchFolder();
let server: ServerProcess;
let client: Client;
beforeAll(async () => {
  server = await startServer('demo', folder.path('people.db'));
  client = new Client(server.address);
  await client.post('/session/demo');
});
afterAll(async () => {
  await server.kill();
  folder.remove();
});

async function everybody(query: string): Promise<readonly ListedLearner[]> {
  const all: ListedLearner[] = [];
  for (let cursor = ''; ;) {
    const page = (await client.get(`/learners?limit=40&${query}${cursor}`)).body as Page<ListedLearner>;
    all.push(...page.items);
    if (page.next === null) return all;
    cursor = `&cursor=${page.next}`;
  }
}
const add = async (name: string, more: object = {}): Promise<string> => {
  const id = randomUUID();
  expect((await client.post('/learners', { id, name, ...more })).status).toBe(201);
  return id;
};
const learner = async (id: string) => (await client.get(`/learners/${id}`)).body as LearnerView;
const change = async (id: string, body: object) =>
  client.ask('PATCH', `/learners/${id}`, body, { 'if-match': `"${(await learner(id)).revision}"` });
const dayIn = (days: number) => new Date(Date.parse(TEST_NOW) + days * 86_400_000).toISOString().slice(0, 10);

describe('three hundred learners', () => {
  beforeAll(async () => {
    for (let n = 0; n < 300; n += 1)
      await add(`Learner ${String(n).padStart(3, '0')}`, n % 50 === 0 ? { testDate: dayIn(n + 1) } : {});
    await add('Zoë Ångström-O’Neill');
    await add('100% Percent_Name');
  }, 60_000);

  it('come page after page, each once, in the order of their names', async () => {
    const all = await everybody('sort=name');
    expect(all.filter(({ name }) => name.startsWith('Learner ')).length).toBe(300);
    expect(new Set(all.map(({ id }) => id)).size).toBe(all.length);
    const names = all.map(({ name }) => name).filter((name) => /^[A-Z]\w+ /.test(name));
    expect([...names].sort((a, b) => (a.toLowerCase() < b.toLowerCase() ? -1 : 1))).toEqual(names);
  });

  it('come with the last mock first, those without any at the end, each once', async () => {
    const all = await everybody('sort=mock');
    expect(new Set(all.map(({ id }) => id)).size).toBe(all.length);
    const times = all.map(({ lastMock }) => lastMock ?? '');
    expect([...times].sort().reverse()).toEqual(times);
    expect(times[0]).not.toBe('');
    expect(times.at(-1)).toBe('');
  });

  it('come with the nearest licence test first, each once', async () => {
    const all = await everybody('sort=test');
    expect(new Set(all.map(({ id }) => id)).size).toBe(all.length);
    const days = all.flatMap(({ testDate }) => (testDate ? [testDate] : []));
    expect(days.slice(0, 6)).toEqual([...days].sort().slice(0, 6));
    expect(all.findIndex(({ testDate }) => testDate === null)).toBeGreaterThan(6);
  });

  it.each([
    ['Learner 299', 'Learner 299'],
    ['zoe ang', 'Zoë Ångström-O’Neill'],
    ["O'NEILL", 'Zoë Ångström-O’Neill'],
    ['100%', '100% Percent_Name'],
    ['t_n', '100% Percent_Name'],
  ])('are found by part of a name: %s', async (letters, name) => {
    const found = await everybody(`search=${encodeURIComponent(letters)}`);
    expect(found.map((one) => one.name)).toEqual([name]);
  });

  it('are not found by what nobody is called, and a broken query is refused', async () => {
    expect(await everybody('search=nobody')).toEqual([]);
    expect((await client.get('/learners?sort=age')).status).toBe(400);
    expect((await client.get(`/learners?search=${'x'.repeat(300)}`)).status).toBe(400);
  });

  it('have their mocks found by name', async () => {
    const { items } = (await client.get('/mocks?search=WIELG')).body as Page<MockSummary>;
    expect(items.length).toBeGreaterThan(3);
    expect(new Set(items.map((mock) => mock.learner.name))).toEqual(new Set(['Tomas Wielgosz']));
  });
});

describe('a licence test', () => {
  const entriesOf = async (id: string) =>
    ((await client.get(`/lessons?learner=${id}&from=2020-01-01&until=2035-01-01`)).body as Page<LessonView>)
      .items;

  it('that is booked on the learner’s record stands in the diary; moved or removed there, the record follows', async () => {
    const id = await add('Booked Once', { testDate: dayIn(20), zone: 'Europe/London' });
    const [entry, ...more] = await entriesOf(id);
    expect(more).toEqual([]);
    expect(entry).toMatchObject({ kind: 'test', zone: 'Europe/London', note: 'The hour is not known yet.' });
    expect(entry?.startsAt.slice(0, 10)).toBe(dayIn(20));

    expect((await change(id, { testDate: dayIn(27), zone: 'Europe/London' })).status).toBe(200);
    const moved = await entriesOf(id);
    expect(moved.map(({ startsAt }) => startsAt.slice(0, 10))).toEqual([dayIn(27)]);

    const { id: lesson = '', revision = 0 } = moved[0] ?? {};
    const put = (startsAt: string) =>
      client.ask(
        'PUT',
        `/lessons/${lesson}`,
        { kind: 'test', learner: id, startsAt, minutes: 60, zone: 'Europe/London' },
        { 'if-match': `"${revision}"` },
      );
    expect((await put(`${dayIn(30)}T14:12:00.000Z`)).status).toBe(200);
    expect((await learner(id)).testDate).toBe(dayIn(30));
    // The hour that is known now stays with the test when only its day is moved.
    await change(id, { testDate: dayIn(31) });
    expect((await entriesOf(id))[0]?.startsAt.slice(11, 16)).toBe('14:12');

    const [last] = await entriesOf(id);
    const removed = await client.ask('DELETE', `/lessons/${lesson}`, undefined, {
      'if-match': `"${last?.revision ?? 0}"`,
    });
    expect(removed.status).toBe(204);
    expect((await learner(id)).testDate).toBeNull();
  });

  it('that is entered in the diary is on the record, and taking it off the record takes it out', async () => {
    const id = await add('Booked Twice');
    await client.ask('PUT', `/lessons/${randomUUID()}`, {
      kind: 'test',
      learner: id,
      startsAt: `${dayIn(12)}T10:00:00.000Z`,
      minutes: 60,
      zone: 'Europe/London',
    });
    expect((await learner(id)).testDate).toBe(dayIn(12));
    await change(id, { testDate: null });
    expect(await entriesOf(id)).toEqual([]);
  });

  it('late in the evening belongs to the day where it is', async () => {
    const id = await add('Far East');
    await client.ask('PUT', `/lessons/${randomUUID()}`, {
      kind: 'test',
      learner: id,
      startsAt: `${dayIn(12)}T22:00:00.000Z`,
      minutes: 60,
      zone: 'Asia/Tokyo',
    });
    expect((await learner(id)).testDate).toBe(dayIn(13));
  });
});

describe('the standard that is prepared for', () => {
  it('is the learner’s own, else the school’s, else that of the last mock', async () => {
    const fresh = await add('No Mock');
    const school = async () => (await client.get('/school')).body as SchoolView;
    const keep = async (body: object) =>
      client.ask('PUT', '/school', body, { 'if-match': `"${(await school()).revision}"` });
    expect(await school()).toMatchObject({ standard: 'fault-ceiling', units: 'imperial' });
    expect((await learner(fresh)).preparesFor).toBe('fault-ceiling');
    await change(fresh, { standard: 'strikes' });
    expect((await learner(fresh)).preparesFor).toBe('strikes');
    await change(fresh, { standard: null });

    expect((await keep({ standard: 'no-such', units: 'metric' })).status).toBe(400);
    expect((await keep({ standard: null, units: 'furlongs' })).status).toBe(400);
    expect((await keep({ standard: null, units: 'metric' })).body).toMatchObject({ units: 'metric' });
    expect((await learner(fresh)).preparesFor).toBeNull();
    const [leyla] = await everybody('search=Leyla');
    await change(leyla?.id ?? '', { standard: null });
    expect((await learner(leyla?.id ?? '')).preparesFor).toBe('graded-faults');
    await keep({ standard: 'fault-ceiling', units: 'imperial' });
  });
});

describe('a learner’s details', () => {
  const details = {
    phone: '07700 900321',
    email: 'quist@example.org',
    licenceClass: 'car',
    transmission: 'automatic',
    notes: 'Left-handed.\nPrefers mornings.',
  };

  it('are none at first, are kept whole, and stay when something else changes', async () => {
    const id = await add('Detailed Quist');
    expect((await learner(id)).details).toEqual({
      phone: '',
      email: '',
      licenceClass: '',
      transmission: '',
      notes: '',
    });
    await change(id, { details });
    await change(id, { name: 'Renamed Quist' });
    expect(await learner(id)).toMatchObject({ name: 'Renamed Quist', details });
    expect((await everybody('search=renamed')).map((one) => one.name)).toEqual(['Renamed Quist']);
  });

  it('are refused where they make no sense, and nothing is stored', async () => {
    const id = await add('Refused Quist');
    const { revision } = await learner(id);
    for (const wrong of [
      { ...details, email: 'nowhere' },
      { ...details, phone: '1'.repeat(41) },
      { ...details, transmission: 'steam' },
      { ...details, notes: 'x'.repeat(2_001) },
      { ...details, more: 1 },
      { phone: '' },
      null,
    ]) {
      const answer = await client.ask(
        'PATCH',
        `/learners/${id}`,
        { details: wrong },
        {
          'if-match': `"${revision}"`,
        },
      );
      expect([wrong, answer.status]).toEqual([wrong, 400]);
    }
    expect((await learner(id)).revision).toBe(revision);
  });

  it('of somebody archived are out of the list, in that of the archived, and back when they come back', async () => {
    const id = await add('Archived Quist');
    const listed = async (query: string) => (await everybody(query)).some((one) => one.id === id);
    await change(id, { left: true });
    expect([await listed('search=archived'), await listed('search=archived&left=1')]).toEqual([false, true]);
    await change(id, { left: false });
    expect([await listed('search=archived'), await listed('search=archived&left=1')]).toEqual([true, false]);
  });
});

describe('roads closed to learners', () => {
  it('are kept by licence class, as they were when nothing is said of them, and refused when they make no sense', async () => {
    const school = async () => (await client.get('/school')).body as SchoolView;
    const keep = async (body: object) =>
      client.ask(
        'PUT',
        '/school',
        { standard: 'fault-ceiling', units: 'imperial', ...body },
        { 'if-match': `"${(await school()).revision}"` },
      );
    expect((await school()).learnerRoads).toEqual([]);
    const learnerRoads = [
      { licenceClass: 'car', motorways: false, closed: ['A44', 'Mill Lane'] },
      { licenceClass: 'large vehicle or trailer', motorways: true, closed: [] },
    ];
    expect((await keep({ learnerRoads })).body).toMatchObject({ learnerRoads });
    expect((await keep({})).body).toMatchObject({ learnerRoads });
    for (const wrong of [
      'car',
      [{ licenceClass: 'car', motorways: 'no', closed: [] }],
      [{ licenceClass: '', motorways: false, closed: [] }],
      [{ licenceClass: 'car', motorways: false, closed: [''] }],
      [{ licenceClass: 'car', motorways: false, closed: [7] }],
      [{ licenceClass: 'car', motorways: false, closed: [], more: 1 }],
      [learnerRoads[0], learnerRoads[0]],
    ])
      expect((await keep({ learnerRoads: wrong })).status).toBe(400);
    expect((await school()).learnerRoads).toEqual(learnerRoads);
    await keep({ learnerRoads: [] });
  });
});

describe('names', () => {
  it('sign in however their apostrophe, accents and capitals are typed', async () => {
    const file = folder.path('names.db');
    const own = await startServer('serve', file);
    try {
      const db = await openDatabase(file);
      await addInstructor(db, {
        name: 'Siân O’Rourke',
        passphrase: 'long enough to keep',
        demo: false,
        role: 'owner',
      });
      await db.destroy();
      const asked = new Client(own.address);
      for (const name of ["sian o'rourke", 'SIÂN O’ROURKE', ' Siân  O`Rourke '])
        expect(
          (await asked.post('/session', { name, passphrase: 'long enough to keep' })).body,
        ).toMatchObject({ instructor: { name: 'Siân O’Rourke' } });
    } finally {
      await own.kill();
    }
  });

  it('of which nothing can be read are refused', async () => {
    const answer = await client.post('/learners', { id: randomUUID(), name: ' \u200b ' });
    expect(answer).toMatchObject({
      status: 400,
      body: { errors: [{ path: 'name', message: 'must not be blank' }] },
    });
  });
});

describe('a list of learners', () => {
  const details = { phone: '', email: '', licenceClass: 'car', transmission: 'manual', notes: '' };
  const importing = (learners: readonly object[]) =>
    client.post('/learners/import', { file: 'old list.csv', learners });

  it('is added as a whole, with details and licence tests, and once however often it is sent', async () => {
    const list = ['Ada Imported', '=Bell Imported'].map((name) => ({
      id: randomUUID(),
      name,
      testDate: dayIn(40),
      zone: 'Europe/London',
      details: { ...details, notes: 'From the old list.' },
    }));
    expect((await importing(list)).body).toEqual({ added: 2 });
    expect((await importing(list)).body).toEqual({ added: 0 });
    const found = await everybody('search=Imported');
    expect(found.map(({ name, testDate, details: own }) => [name, testDate, own.notes])).toEqual([
      ['=Bell Imported', dayIn(40), 'From the old list.'],
      ['Ada Imported', dayIn(40), 'From the old list.'],
    ]);
    const [last] = ((await client.get('/changes?limit=1')).body as Page<{ kind: string; parts: unknown }>)
      .items;
    expect(last).toMatchObject({ kind: 'learners imported', name: 'old list.csv', parts: [{ to: '2' }] });
  });

  it('with one bad learner adds nobody, and names each problem at its place', async () => {
    const before = (await everybody('sort=name')).length;
    const good = { id: randomUUID(), name: 'Cleo Imported', details };
    const answer = await importing([good, { ...good, id: 'no', name: ' ' }, { ...good, id: randomUUID() }]);
    expect(answer.status).toBe(400);
    expect(
      (answer.body as { errors: readonly { path: string }[] }).errors.map(({ path }) => path).sort(),
    ).toEqual(['learners[1].id', 'learners[1].name']);
    for (const list of [
      [],
      Array.from({ length: 1_001 }, () => good),
      [{ ...good, instructor: randomUUID() }],
    ])
      expect((await importing(list)).status).toBe(400);
    expect((await everybody('sort=name')).length).toBe(before);
  });
});

it('a lesson on several days is added on all of them or none, and once however often it is sent', async () => {
  const id = await add('Repeats Weekly');
  const days = [1, 8, 15].map((n) => ({ id: randomUUID(), startsAt: `${dayIn(n)}T09:00:00.000Z` }));
  const series = (more: object = {}) =>
    client.post('/lessons', {
      kind: 'lesson',
      learner: id,
      startsAt: days[0]?.startsAt,
      minutes: 90,
      zone: 'Europe/London',
      days,
      ...more,
    });
  expect((await series()).body).toEqual({ added: 3 });
  expect((await series()).body).toEqual({ added: 0 });
  const fresh = { id: randomUUID(), startsAt: `${dayIn(30)}T09:00:00.000Z` };
  for (const wrong of [
    { days: [] },
    { days: [fresh, { id: 'no', startsAt: 'never' }] },
    { days: [fresh], vehicle: randomUUID() },
    { days: Array.from({ length: 61 }, () => fresh) },
  ])
    expect((await series(wrong)).status).toBe(400);
  const held = (await client.get(`/lessons?learner=${id}&from=2020-01-01&until=2035-01-01`)).body;
  expect((held as Page<LessonView>).items).toHaveLength(3);
});

describe('a repeated lesson', () => {
  const instantIn = (days: number, hour: string) => `${dayIn(days)}T${hour}:00.000Z`;
  const between = `from=${dayIn(300)}T00:00:00Z&until=${dayIn(400)}T00:00:00Z`;
  const entry = (more: object = {}) => ({
    kind: 'other',
    minutes: 60,
    zone: 'Europe/London',
    note: 'Garage',
    startsAt: instantIn(300, '09:00'),
    ...more,
  });
  const ofSeries = async (series: string) =>
    ((await client.get(`/lessons?${between}&series=${series}`)).body as Page<LessonView>).items;
  const add = async () => {
    const days = [300, 307, 314, 321].map((day) => ({ id: randomUUID(), startsAt: instantIn(day, '09:00') }));
    expect((await client.post('/lessons', { ...entry(), days })).body).toEqual({ added: 4 });
    return ofSeries(days[0]?.id ?? '');
  };
  const put = (one: LessonView | undefined, body: object) =>
    client.ask('PUT', `/lessons/${one?.id}`, body, { 'if-match': `"${one?.revision}"` });

  it('changes from one entry on, all of them or none', async () => {
    const [first, second, third, fourth] = await add();
    const later = [third, fourth].map((one, n) => ({
      id: one?.id,
      startsAt: instantIn(315 + 7 * n, '10:00'),
      revision: one?.revision,
    }));
    const body = { ...entry({ startsAt: instantIn(308, '10:00'), note: 'Other garage' }), later };
    const stale = body.later.map((one) => ({ ...one, revision: 9 }));
    expect((await put(second, { ...body, later: stale })).status).toBe(412);
    expect((await ofSeries(first?.id ?? '')).map(({ note }) => note)).toEqual(Array(4).fill('Garage'));
    expect((await put(second, body)).status).toBe(200);
    expect((await ofSeries(first?.id ?? '')).map(({ startsAt, note }) => [startsAt, note])).toEqual([
      [instantIn(300, '09:00'), 'Garage'],
      [instantIn(308, '10:00'), 'Other garage'],
      [instantIn(315, '10:00'), 'Other garage'],
      [instantIn(322, '10:00'), 'Other garage'],
    ]);
    // What is earlier, of another series, or nowhere is no later entry of it.
    const others = await add();
    for (const id of [first?.id, others[3]?.id, randomUUID()]) {
      const refused = await put((await ofSeries(first?.id ?? ''))[1], {
        ...body,
        later: [{ id, startsAt: instantIn(330, '10:00'), revision: 1 }],
      });
      expect(refused).toMatchObject({ status: 400, body: { errors: [{ path: 'later[0].id' }] } });
    }
  });

  it('ends from one entry on; one that was given to somebody else stays', async () => {
    const [first, second, third] = await add();
    const learner = ((await client.get('/learners?limit=1')).body as Page<LearnerView>).items[0]?.id;
    expect((await put(third, entry({ kind: 'lesson', learner, startsAt: third?.startsAt }))).status).toBe(
      200,
    );
    const gone = await client.ask('DELETE', `/lessons/${second?.id}?later=1`, undefined, {
      'if-match': '"1"',
    });
    expect(gone.status).toBe(204);
    const left = await ofSeries(first?.id ?? '');
    expect(left.map(({ id }) => id)).toEqual([first?.id, third?.id]);
  });
});
