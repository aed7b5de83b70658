import { spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import SQLite from 'better-sqlite3';
import ICAL from 'ical.js';
import type {
  EvidenceView,
  LearnerView,
  LessonView,
  Page,
  PastView,
  ReadinessRow,
  QuestionView,
  ResultView,
  SchoolView,
  SharedView,
  StrictnessView,
  MockSummary,
} from '../contract';
import { forecastDay, markedItems, readinessOf, stoodAt } from '../core/readiness';
import type { Standard } from '../core/standard';
import { Client, openPdf, scratchFolder, startServer, type ServerProcess } from './testing';

const folder = scratchFolder();
let server: ServerProcess;
let client: Client;
let stranger: Client;
beforeAll(async () => {
  server = await startServer('demo', folder.path('readiness.db'));
  client = new Client(server.address);
  stranger = new Client(server.address);
  await client.post('/session/demo');
}, 60_000);
afterAll(async () => {
  await server.kill();
  folder.remove();
});

const rows = async () => ((await client.get('/readiness')).body as Page<ReadinessRow>).items;
const learnerNamed = async (name: string): Promise<LearnerView> => {
  const { items } = (await client.get('/learners?limit=100')).body as Page<LearnerView>;
  const found = items.find((one) => one.name === name);
  if (!found) throw new Error(name);
  return found;
};
const row = async (name: string) => {
  const found = (await rows()).find(({ learner }) => learner.name === name);
  if (!found) throw new Error(name);
  return found;
};
const testOf = async (name: string): Promise<MockSummary> => {
  const { id } = await learnerNamed(name);
  const { items } = (await client.get(`/mocks?learner=${id}&limit=20`)).body as Page<MockSummary>;
  const first = items.find(({ beside }) => beside === null);
  if (!first) throw new Error(name);
  return first;
};

describe('the readiness of the demo school', () => {
  it('tells the stories of its learners', async () => {
    expect((await row('Yuto Hasebe')).word).toBe('too little evidence');
    expect((await row('Priya Venkatesan')).word).toBe('nearly');
    expect((await row('Rosa Quilmar')).word).toBe('not yet');
    const habit = await row('Amara Okonwe');
    expect(habit.word).toBe('nearly');
    const { evidence } = (await client.get(`/learners/${habit.learner.id}/evidence`)).body as EvidenceView;
    const { id, version } = habit.standard ?? { id: '', version: '' };
    const standard = (await client.get(`/standards/${id}/${version}`)).body as Standard;
    const times = new Map<string, number>();
    for (const mock of evidence)
      for (const [item, count] of markedItems(standard, mock))
        times.set(item, (times.get(item) ?? 0) + count);
    expect([...times].sort((a, b) => b[1] - a[1])[0]?.[0]).toBe('moving-off.check');
    for (const { pass, low, high } of await rows()) {
      expect(low ?? 0).toBeLessThanOrEqual(pass ?? 0);
      expect(pass ?? 0).toBeLessThanOrEqual(high ?? 1);
    }
  });

  it('is the same when it is asked again, and another after new evidence', async () => {
    const before = await rows();
    expect(await rows()).toEqual(before);
    const mock = await testOf('Rosa Quilmar');
    await client.post(`/mocks/${mock.id}/events`, {
      events: [1, 2, 3, 4, 5, 6].map((seq) => ({
        kind: 'fault',
        id: randomUUID(),
        device: 'late',
        seq,
        at: new Date(Date.parse(mock.startedAt) + 600_000 + seq).toISOString(),
        item: 'control.stall',
        severity: 'driving',
        run: null,
      })),
    });
    const [old, fresh] = [
      before.find(({ learner }) => learner.name === 'Rosa Quilmar'),
      await row('Rosa Quilmar'),
    ];
    expect(fresh.pass ?? 1).toBeLessThan(old?.pass ?? 0);
  });

  it('is one chance everywhere: in the list, on the learner’s page and on the command line', async () => {
    const listed = (await rows()).filter(({ pass }) => pass !== null);
    const questions = ((await client.get('/questions')).body as Page<QuestionView>).items
      .filter(({ enabled }) => enabled)
      .map(({ question }) => question);
    for (const name of ['Tomas Wielgosz', 'Leyla Farrokh', 'Rosa Quilmar']) {
      const own = await learnerNamed(name);
      const view = (await client.get(`/learners/${own.id}/evidence`)).body as EvidenceView;
      const { id, version } = view.standard;
      const standard = (await client.get(`/standards/${id}/${version}`)).body as Standard;
      const now = new Date().toISOString();
      const page = readinessOf({
        ...view,
        brief: false,
        learner: own.id,
        standard,
        questions,
        papers: own.papers,
        day: forecastDay(own.testDate, now),
        now,
        hours: 3,
      }).forecast;
      const { pass, low, high } = listed.find(({ learner }) => learner.id === own.id) ?? {};
      expect([page.pass, page.low, page.high]).toEqual([pass, low, high]);

      const standardFile = folder.path(`${id}.json`);
      writeFileSync(standardFile, JSON.stringify(standard));
      const { items } = (await client.get(`/mocks?learner=${own.id}&limit=100`)).body as Page<MockSummary>;
      const logs = await Promise.all(
        items
          .filter(({ beside }) => beside === null)
          .map(async (mock) => {
            const file = folder.path(`${mock.id}.jsonl`);
            writeFileSync(file, String((await client.get(`/mocks/${mock.id}/log`)).body));
            return ['--log', file];
          }),
      );
      const main = join(import.meta.dirname, '..', 'dist', 'server', 'main.js');
      const day = forecastDay(own.testDate, now).slice(0, 10);
      const told = spawnSync(
        process.execPath,
        [
          main,
          'readiness',
          '--standard',
          standardFile,
          ...logs.flat(),
          '--day',
          day,
          '--prior',
          folder.path('readiness.db'),
          '--today',
          now.slice(0, 10),
        ],
        { encoding: 'utf8' },
      );
      expect(told.stderr).toBe('');
      expect(JSON.parse(told.stdout)).toMatchObject({ pass, low, high, prior: { from: 'school' } });
    }
    // Three times a command of its own, which takes long where much else goes on.
  }, 120_000);

  it('gives the evidence of one learner, under another standard too, and says when there is none', async () => {
    const { id } = await learnerNamed('Amara Okonwe');
    const own = (await client.get(`/learners/${id}/evidence`)).body as EvidenceView;
    expect(own.standard.id).toBe('fault-ceiling');
    expect(own.evidence).toHaveLength(6);
    const other = (await client.get(`/learners/${id}/evidence?standard=graded-faults`)).body as EvidenceView;
    expect(other.evidence[0]?.notes.join(' ')).toContain('Marked under Fault ceiling');
    expect((await client.get(`/learners/${id}/evidence?standard=none`)).status).toBe(404);
    expect((await client.get(`/learners/${randomUUID()}/evidence`)).status).toBe(404);
    // Without a standard of the school or of a mock there is nothing to ask under.
    const school = (await client.get('/school')).body as SchoolView;
    const put = (standard: string | null, revision: number) =>
      client.ask('PUT', '/school', { standard, units: 'imperial' }, { 'if-match': `"${revision}"` });
    await put(null, school.revision);
    const fresh = randomUUID();
    await client.post('/learners', { id: fresh, name: 'Somebody New' });
    const without = await client.get(`/learners/${fresh}/evidence`);
    await put(school.standard, school.revision + 1);
    expect(without.body).toMatchObject({
      detail: expect.stringContaining('choose one for this learner'),
    });
  });

  it('changes with the school’s settings, which are refused when they are absurd', async () => {
    const refused = await client.ask(
      'PUT',
      '/readiness/settings',
      { settings: { mocks: 99, spell: 1 } },
      { 'if-match': '"0"' },
    );
    expect(refused.body).toMatchObject({
      status: 400,
      errors: [
        { path: 'settings.spell', message: 'is not a property of this request' },
        { path: 'settings.mocks', message: 'must be a number from 1 to 20' },
      ],
    });
    const kept = await client.ask(
      'PUT',
      '/readiness/settings',
      { settings: { mocks: 12 } },
      { 'if-match': '"0"' },
    );
    expect(kept.status).toBe(200);
    expect((await row('Priya Venkatesan')).unmet.map(({ id }) => id)).toContain('mocks');
    expect(
      (await client.ask('PUT', '/readiness/settings', { settings: {} }, { 'if-match': '"0"' })).status,
    ).toBe(412);
  });

  it('keeps papers, a standard and an overruling with who said it; a reason is wanted', async () => {
    const learner = await learnerNamed('Bram Oosterwal');
    const patch = (body: object, revision: number) =>
      client.ask('PATCH', `/learners/${learner.id}`, body, { 'if-match': `"${revision}"` });
    expect((await patch({ overrule: { word: 'ready', reason: ' ' } }, learner.revision)).status).toBe(400);
    expect((await patch({ standard: 'none-such' }, learner.revision)).status).toBe(400);
    const changed = (
      await patch({ overrule: { word: 'ready', reason: 'Drives alone with me silent.' } }, learner.revision)
    ).body;
    expect(changed).toMatchObject({
      overrule: { word: 'ready', reason: 'Drives alone with me silent.', by: expect.any(String) },
    });
    expect((await row('Bram Oosterwal')).overrule?.word).toBe('ready');
    expect((await patch({ overrule: null }, learner.revision + 1)).body).toMatchObject({ overrule: null });
  });
});

describe('how the chance stood after each mock', () => {
  const past = async (learner: string): Promise<PastView['items']> => {
    const view = (await client.get(`/learners/${learner}/past`)).body as PastView;
    return view.pending > 0 ? past(learner) : view.items;
  };

  it('is what would have been said then, is kept, and is told again only where its mocks have changed', async () => {
    const { id, papers } = await learnerNamed('Rosa Quilmar');
    const view = (await client.get(`/learners/${id}/evidence`)).body as EvidenceView;
    const standard = (await client.get(`/standards/${view.standard.id}/${view.standard.version}`))
      .body as Standard;
    const questions = ((await client.get('/questions')).body as Page<QuestionView>).items
      .filter(({ enabled }) => enabled)
      .map(({ question }) => question);
    const first = await past(id);
    const mocks = [...view.evidence].sort((a, b) => a.at.localeCompare(b.at));
    expect(first.map(({ at }) => at)).toEqual(mocks.map(({ at }) => at));
    expect(mocks.length).toBeGreaterThan(2);
    for (const stood of first)
      expect(stood).toEqual(stoodAt({ ...view, learner: id, standard, questions, papers }, stood.at));

    // Whatever is kept is told: were it simulated again, this mark of ours would be gone.
    const file = new SQLite(folder.path('readiness.db'));
    file.pragma('busy_timeout = 5000');
    const earliest = mocks[0]?.mock ?? '';
    const kept = file.prepare(
      `update past_forecasts set body = json_set(body, '$.pass', 0.123) where what = ?`,
    );
    expect(kept.run(`after ${earliest} under ${standard.id}`).changes).toBe(1);
    file.close();
    const last = mocks.at(-1);
    const fault = (mock: string | undefined) =>
      client.post(`/mocks/${mock}/events`, {
        events: [
          {
            kind: 'fault',
            id: randomUUID(),
            device: 'late',
            seq: 1,
            at: new Date(Date.parse(last?.at ?? '') + 600_000).toISOString(),
            item: 'control.stall',
            severity: 'driving',
            run: null,
          },
        ],
      });
    expect((await fault(last?.mock)).body).toMatchObject({ added: 1 });
    const second = await past(id);
    expect(second[0]?.pass).toBe(0.123);
    expect(second.slice(1, -1)).toEqual(first.slice(1, -1));
    expect(second.at(-1)).not.toEqual(first.at(-1));
    // The first mock changes: all that came after it was said of something else.
    expect((await fault(earliest)).body).toMatchObject({ added: 1 });
    const third = await past(id);
    expect(third[0]?.pass).not.toBe(0.123);
    expect(third.at(-1)).not.toEqual(second.at(-1));
  }, 60_000);

  it('is refused of nobody, and under a standard that nobody has', async () => {
    const { id } = await learnerNamed('Rosa Quilmar');
    expect((await client.get(`/learners/${randomUUID()}/past`)).status).toBe(404);
    expect((await client.get(`/learners/${id}/past?standard=none`)).status).toBe(404);
  });
});

describe('official results', () => {
  const enter = (body: object, id = randomUUID()) => client.ask('PUT', `/results/${id}`, body);

  it('are held against what would have been foretold before their day', async () => {
    const { id: learner } = await learnerNamed('Tomas Wielgosz');
    const yesterday = new Date(Date.now() - 86_400_000).toISOString().slice(0, 10);
    const { body } = await enter({ learner, day: yesterday, standard: 'fault-ceiling', passed: true });
    const { foretold } = body as ResultView;
    expect(foretold?.mocks).toBeGreaterThan(4);
    expect(foretold?.pass).toBeGreaterThan(0);
  });

  it('say how strict tests are against the school’s mocks, and a failed one makes them stricter', async () => {
    const strictness = async (): Promise<StrictnessView['strictness']> => {
      const view = (await client.get('/trust/strictness')).body as StrictnessView;
      return view.pending > 0 ? strictness() : view.strictness;
    };
    const before = await strictness();
    expect(before?.tests).toBeGreaterThan(1);
    expect(before?.low).toBeLessThan(before?.factor ?? 0);
    expect(before?.high).toBeGreaterThan(before?.factor ?? 9);
    // Somebody with a good chance fails.
    const best = [...(await rows())].sort((a, b) => (b.pass ?? 0) - (a.pass ?? 0))[0];
    const id = randomUUID();
    const result = {
      learner: best?.learner.id,
      day: new Date(Date.now()).toISOString().slice(0, 10),
      standard: best?.standard?.id,
      passed: false,
      note: '',
    };
    expect((await enter(result, id)).status).toBe(200);
    const after = await strictness();
    expect(after?.tests).toBe((before?.tests ?? 0) + 1);
    expect(after?.factor).toBeGreaterThan(before?.factor ?? 9);
    await client.ask('DELETE', `/results/${id}`);
    expect(await strictness()).toEqual(before);
  }, 60_000);

  it('before any mock foretell nothing, and say so in the school’s trust', async () => {
    const { id: learner } = await learnerNamed('Tomas Wielgosz');
    const before = (await client.get('/trust')).body as { unforetold: number };
    const { body } = await enter({ learner, day: '2024-02-29', standard: 'fault-ceiling', passed: false });
    expect((body as ResultView).foretold).toBeNull();
    expect((await client.get('/trust')).body).toMatchObject({ unforetold: before.unforetold + 1 });
  });

  it('of a day that has not come, or of nobody, are refused in words', async () => {
    const { id: learner } = await learnerNamed('Tomas Wielgosz');
    const result = { learner, day: '2099-01-01', standard: 'fault-ceiling', passed: true };
    expect((await enter(result)).body).toMatchObject({
      detail: expect.stringContaining('This day has not come'),
    });
    expect((await enter({ ...result, day: '2026-02-30' })).status).toBe(400);
    expect((await enter({ ...result, day: '2026-01-02', learner: randomUUID() })).status).toBe(400);
    expect((await enter({ ...result, day: '2026-01-02', standard: 'x' })).status).toBe(400);
  });
});

describe('the diary', () => {
  const startsAt = new Date(Date.now() + 3 * 86_400_000).toISOString();
  const lesson = {
    kind: 'lesson',
    startsAt,
    minutes: 60,
    zone: 'Europe/London',
    place: 'Böhmplatz',
    note: 'Bring glasses',
  };

  it('keeps an entry, changes it for who saw the last change, and takes it out', async () => {
    const id = randomUUID();
    const { id: learner } = await learnerNamed('Ines Tavarro');
    const put = (body: object, revision?: number) =>
      client.ask(
        'PUT',
        `/lessons/${id}`,
        body,
        revision === undefined ? {} : { 'if-match': `"${revision}"` },
      );
    expect((await put({ ...lesson, learner })).status).toBe(201);
    // Asked again without an answer: the same entry.
    expect((await put({ ...lesson, learner })).body).toMatchObject({ revision: 1 });
    expect((await put({ ...lesson, learner, minutes: 90 }, 1)).body).toMatchObject({
      minutes: 90,
      revision: 2,
    });
    expect((await put({ ...lesson, learner }, 1)).status).toBe(412);
    expect((await put({ ...lesson, learner: randomUUID() }, 2)).body).toMatchObject({
      errors: [{ path: 'learner', message: 'is no learner here' }],
    });
    expect((await put({ ...lesson, minutes: 3 }, 2)).status).toBe(400);
    expect((await client.ask('DELETE', `/lessons/${id}`, undefined, { 'if-match': '"2"' })).status).toBe(204);
    const { items } = (await client.get('/lessons')).body as Page<LessonView>;
    expect(items.map((one) => one.id)).not.toContain(id);
  });

  it('is a calendar for who has its secret address, until that is ended', async () => {
    const id = randomUUID();
    const wanted = { days: 30, fullNames: true };
    await client.ask('PUT', `/lessons/${id}`, { ...lesson, kind: 'other' });
    const first = ((await client.post('/calendar', wanted)).body as { token: string }).token;
    const second = ((await client.post('/calendar', wanted)).body as { token: string }).token;
    const feed = (token: string) => fetch(`${server.address}/api/v1/calendar/${token}.ics`);
    expect((await feed(first)).status).toBe(410);
    const answer = await feed(second);
    expect(answer.headers.get('content-type')).toContain('text/calendar');
    const events = new ICAL.Component(ICAL.parse(await answer.text()) as string[]).getAllSubcomponents(
      'vevent',
    );
    const own = events.map((component) => new ICAL.Event(component)).find(({ uid }) => uid === id);
    expect(own?.summary).toBe('Bring glasses');
    expect(own?.location).toBe('Böhmplatz');
    expect(own?.startDate.toJSDate().toISOString().slice(0, 19)).toBe(startsAt.slice(0, 19));
    expect(own?.duration.toSeconds()).toBe(3_600);
    await client.ask('DELETE', '/calendar');
    expect((await feed(second)).status).toBe(410);
  });
});

describe('the report', () => {
  it.each([
    ['Дмитро Ґалаган', true],
    ['Ελένη Παππά', true],
    ['Nguyễn Thị Ánh', true],
    ['Zoë Őrsi-Łoś', true],
    ['Sofía 李雷', false],
  ])('has the letters of %s', async (name, whole) => {
    const [learner, id] = [randomUUID(), randomUUID()];
    expect((await client.post('/learners', { id: learner, name })).status).toBe(201);
    const started = await client.post('/mocks', {
      id,
      learner,
      standard: { id: 'fault-ceiling', version: '1.0.0' },
      retest: false,
      startedAt: '2026-09-14T08:00:00.000Z',
      zone: 'Europe/London',
      ready: [],
    });
    expect(started.status).toBe(201);
    const { pages } = await openPdf(await client.bytes(`/mocks/${id}/report.pdf`));
    const content = await pages[0]?.getTextContent();
    const text = (content?.items ?? []).map((item) => ('str' in item ? item.str : '')).join('');
    expect(text.normalize('NFC').replaceAll(/\s+/g, ' ')).toContain(
      whole ? `Mock test of ${name}`.normalize('NFC') : 'Mock test of Sofía ??',
    );
    expect(text.includes('On screen they are shown in full')).toBe(!whole);
  });

  it('is a PDF of real text with tagged headings and tables, under 500 kB', async () => {
    const mock = await testOf('Tomas Wielgosz');
    const answer = await client.bytes(`/mocks/${mock.id}/report.pdf`);
    expect(answer.length).toBeLessThan(500_000);
    const { pdf, pages, tree } = await openPdf(answer);
    const texts = await Promise.all(pages.map((page) => page.getTextContent()));
    const text = texts.flatMap(({ items }) => items.map((item) => ('str' in item ? item.str : ''))).join(' ');
    expect(text).toContain('Mock test of Tomas Wielgosz');
    // The first page is what a learner takes home: verdict, three things with cause and cure, the map.
    const first = (texts[0]?.items ?? []).map((item) => ('str' in item ? item.str : '')).join(' ');
    expect(first).toContain('To work on');
    expect(first.match(/Usual cause: /g)).toHaveLength(3);
    expect(first).toContain('Where it was');
    expect(first).toContain('Pellam Cross');
    expect(first).not.toContain('Faults by section');
    expect(text).toContain('Faults by section');
    expect(text).toContain('Every limit');
    expect(text).toContain('All marks and events');
    expect(text).toContain('Where it was');
    expect(text).toContain('How the total grew');
    expect(text).toContain('As other standards would have judged it');
    for (const role of ['H1', 'H2', 'P', 'Figure', 'Table', 'TR', 'TH', 'TD'])
      expect(tree).toContain(`"role":"${role}"`);
    expect((await pdf.getMetadata()).info).toMatchObject({ Title: 'Mock test of Tomas Wielgosz' });
  });

  it('is a table and JSON with every mark', async () => {
    const mock = await testOf('Tomas Wielgosz');
    const json = (await client.get(`/mocks/${mock.id}/marks.json`)).body as {
      marks: { item: string }[];
      verdict: { outcome: string };
    };
    expect(json.verdict.outcome).toBe(mock.result.outcome);
    const csv = new TextDecoder()
      .decode(await client.bytes(`/mocks/${mock.id}/marks.csv`))
      .trim()
      .split(/\r?\n/);
    expect(csv).toHaveLength(json.marks.length + 1);
    expect(csv[0]).toContain('time,sinceStart,stage,section,item');
  });

  it('is shown behind a link without signing in: this drive, no note, no place, nobody else', async () => {
    const mock = await testOf('Tomas Wielgosz');
    const at = mock.startedAt;
    await client.post(`/mocks/${mock.id}/events`, {
      events: [
        {
          kind: 'note',
          id: randomUUID(),
          device: 'kerb',
          seq: 1,
          at,
          text: 'Private: nervous about the examiner.',
        },
        { kind: 'goal', id: randomUUID(), device: 'kerb', seq: 2, at, text: 'Looking earlier' },
      ],
    });
    const { body } = await client.post(`/mocks/${mock.id}/shares`, { days: 7 });
    const { token, id } = body as { token: string; id: string };
    const shown = await stranger.get(`/shared/${token}`);
    expect(shown.status).toBe(200);
    const text = JSON.stringify(shown.body);
    expect(text).toContain('Looking earlier');
    expect(text).not.toContain('Private');
    expect((shown.body as SharedView).events.some((event) => 'place' in event && event.place)).toBe(false);
    expect(text).not.toContain('Ines Tavarro');
    expect(text).not.toContain(mock.instructor.name);
    expect((await stranger.get(`/mocks/${mock.id}`)).status).toBe(401);
    expect((await client.get(`/mocks/${mock.id}/shares`)).body).not.toMatchObject({
      items: [{ token: expect.anything() }],
    });
    expect((await client.ask('DELETE', `/shares/${id}`)).status).toBe(204);
    expect((await stranger.get(`/shared/${token}`)).body).toMatchObject({
      detail: expect.stringContaining('was ended'),
    });
    expect((await client.post(`/mocks/${mock.id}/shares`, { days: 0 })).status).toBe(400);
  });
});

describe('advice', () => {
  it('is the school’s own beside what ships, and nonsense is told', async () => {
    const put = (advice: unknown, revision: number) =>
      client.ask('PUT', '/coaching', { advice }, { 'if-match': `"${revision}"` });
    const own = { skill: 'stalling', cause: 'Fright.', instead: 'Breathe.', exercise: 'Stall on purpose.' };
    expect((await put([own], 0)).body).toMatchObject({ advice: [own], revision: 1 });
    expect((await put([{ ...own, skill: 'juggling' }, { skill: 'gears' }], 1)).body).toMatchObject({
      errors: expect.arrayContaining([{ path: expect.stringContaining('skill'), message: 'is no skill' }]),
    });
    expect((await client.get('/coaching')).body).toMatchObject({ advice: [own] });
  });
});
