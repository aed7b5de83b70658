import { spawn, spawnSync } from 'node:child_process';
import { once } from 'node:events';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from '@jest/globals';
import { scratchFolder } from '../testing';

const root = join(import.meta.dirname, '..', '..');
const ceiling = join(root, 'data', 'standards', 'fault-ceiling.standard.json');
const folder = scratchFolder();
afterAll(() => folder.remove());

function jasperwren(...args: string[]) {
  const { status, stdout, stderr } = spawnSync(
    process.execPath,
    [join(root, 'dist', 'server', 'main.js'), ...args],
    { encoding: 'utf8', timeout: 20_000 },
  );
  return { status, stdout, stderr };
}

function logFile(name: string, faults: number, change: Record<string, unknown> = {}, end = true): string {
  const header = {
    kind: 'header',
    format: 'jasperwren-log/1',
    test: 't',
    standard: { id: 'fault-ceiling', version: '1.2.0' },
    learner: 'ines',
    retest: false,
    startedAt: '2026-09-14T08:00:00.000Z',
    zone: 'Europe/London',
  };
  const event = (n: number, own: object) => ({
    id: `e${n}`,
    device: 'd1',
    seq: n,
    at: new Date(Date.UTC(2026, 8, 14, 8, n)).toISOString(),
    ...own,
  });
  const lines = [
    header,
    ...Array.from({ length: faults }, (_, n) =>
      event(n + 1, { kind: 'fault', item: 'moving-off.check', severity: 'driving', ...change }),
    ),
    ...(end ? [event(50, { kind: 'end', how: 'finished' })] : []),
  ];
  const file = folder.path(name);
  writeFileSync(file, lines.map((line) => JSON.stringify(line)).join('\n'));
  return file;
}

describe('judge', () => {
  it('prints one verdict a log, in the order given', () => {
    const { status, stdout } = jasperwren(
      'judge',
      '--standard',
      ceiling,
      '--log',
      logFile('16', 16),
      '--log',
      logFile('15', 15),
    );
    expect(status).toBe(0);
    const verdicts = stdout
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as object);
    expect(verdicts[0]).toEqual({
      standard: { id: 'fault-ceiling', version: '1.2.0' },
      outcome: 'fail',
      breaches: [
        {
          limit: 'ceiling',
          scope: { per: 'test' },
          total: 16,
          max: 15,
          at: '2026-09-14T08:16:00.000Z',
          by: 'e16',
        },
      ],
      headroom: [
        { limit: 'ceiling', scope: { per: 'test' }, total: 16, max: 15, left: -1 },
        { limit: 'serious', scope: { per: 'test' }, total: 0, max: 0, left: 0 },
        { limit: 'dangerous', scope: { per: 'test' }, total: 0, max: 0, left: 0 },
      ],
      counts: { driving: 16, serious: 0, dangerous: 0 },
      points: 0,
      unsorted: 0,
      plan: {
        complete: false,
        missing: ['independent', 'pull-ups', 'manoeuvre', 'explain question', 'demonstrate question'],
      },
    });
    expect(verdicts[1]).toMatchObject({ outcome: 'pass', breaches: [] });
  });

  it('writes for people when asked', () => {
    const { stdout } = jasperwren('judge', '--text', '--standard', ceiling, '--log', logFile('text', 16));
    expect(stdout).toContain('fail under Fault ceiling 1.2.0');
    expect(stdout).toContain('Incomplete: no independent driving, no pull-ups, no manoeuvre, no questions');
    expect(stdout).toContain('Driving faults: 16, at most 15');
  });

  it('lists every problem of every file and prints no verdict when one log is bad', () => {
    const good = logFile('good', 1);
    const bad = logFile('bad', 2, { item: 'whistling' });
    const result = jasperwren(
      'judge',
      '--standard',
      ceiling,
      '--log',
      good,
      '--log',
      bad,
      '--log',
      folder.path('missing'),
    );
    expect(result).toMatchObject({ status: 2, stdout: '' });
    expect(result.stderr).toContain('bad: line 2.item: whistling is no item of this standard');
    expect(result.stderr).toContain('bad: line 3.item');
    expect(result.stderr).toContain('missing: cannot be read (ENOENT)');
  });

  it('ends with 2 on wrong words', () => {
    expect(jasperwren('judge', '--standard', ceiling)).toMatchObject({ status: 2, stdout: '' });
    expect(jasperwren('judge', '--log', 'x').status).toBe(2);
    expect(jasperwren('dance').status).toBe(2);
    expect(jasperwren('judge', '--help').status).toBe(0);
  });
});

describe('readiness', () => {
  const ready = (...args: string[]) => jasperwren('readiness', '--standard', ceiling, ...args);

  it('says how ready the learner of several logs is; the same logs, the same numbers', () => {
    const logs = ['a', 'b', 'c'].flatMap((name) => ['--log', logFile(`ready-${name}`, 9)]);
    const first = ready(...logs);
    expect(first.status).toBe(0);
    const told = JSON.parse(first.stdout) as {
      pass: number;
      low: number;
      high: number;
      gains: { item: string }[];
    };
    expect(JSON.parse(first.stdout)).toMatchObject({ prior: { from: 'shipped' } });
    expect(told.low).toBeLessThan(told.pass);
    expect(told.pass).toBeLessThan(told.high);
    expect(told.gains[0]?.item).toBe('moving-off.check');
    expect(ready(...logs).stdout).toBe(first.stdout);
  });

  it('says every word that the screen can when it is told what the screen knows', () => {
    const logs = ['k', 'l', 'm'].map((name) => logFile(`known-${name}`, 2));
    const given = logs.flatMap((file) => ['--log', file]);
    const file = (name: string, content: unknown) => {
      writeFileSync(folder.path(name), JSON.stringify(content));
      return folder.path(name);
    };
    const documents = file('documents.json', [
      { title: 'Provisional licence', seen: true, until: '2040-01-01' },
      { title: 'Theory pass', seen: true },
    ]);
    const bank = 'data/questions/vale-of-ostrey.questions.json';
    const { questions } = JSON.parse(readFileSync(bank, 'utf8')) as { questions: { id: string }[] };
    const answers = file(
      'answers.json',
      questions.map(({ id }) => ({ question: id, at: '2026-09-14T08:00:00.000Z', grade: 'easy' })),
    );
    const routes = ['--route', 'lanes', '--route', 'town', '--route', '-'];
    const all = ['--documents', documents, '--questions', bank, '--answers', answers, ...routes];
    const conditions = (told: string) =>
      new Map(
        (JSON.parse(told) as { conditions: { id: string; met: boolean; now: string }[] }).conditions.map(
          (one) => [one.id, one],
        ),
      );
    const known = ready(...given, ...all);
    expect(known.stderr).toBe('');
    const [bare, told] = [conditions(ready(...given).stdout), conditions(known.stdout)];
    expect(bare.get('papers')?.met).toBe(false);
    expect(told.get('papers')).toMatchObject({ met: true, now: 'all seen' });
    expect(bare.get('routes')?.now).toBe('1 route');
    expect(told.get('routes')?.now).toBe('3 routes');
    expect(bare.has('questions')).toBe(false);
    expect(told.has('questions')).toBe(true);
    // None of these logs is of a whole mock, of which a next one could be like.
    expect(JSON.parse(known.stdout)).toMatchObject({ whatIf: [] });

    const broken = file('broken.json', [{ title: '', seen: 'yes' }]);
    const refused = ready(...given, '--documents', broken, '--answers', folder.path('nowhere'));
    expect(refused).toMatchObject({ status: 2, stdout: '' });
    expect(refused.stderr).toContain('broken.json: [0].title');
    expect(refused.stderr).toContain('nowhere: cannot be read (ENOENT)');
    expect(ready(...given, '--route', 'lanes').stderr).toContain('one --route for each --log');
  });

  it('refuses logs of two learners, a broken day and no log', () => {
    const own = logFile('own', 2);
    const other = logFile('other', 2);
    writeFileSync(other, readFileSync(other, 'utf8').replace('"ines"', '"tomas"'));
    const mixed = ready('--log', own, '--log', other);
    expect(mixed).toMatchObject({ status: 2, stdout: '' });
    expect(mixed.stderr).toContain('is of tomas');
    expect(ready('--log', own, '--day', 'soon').status).toBe(2);
    expect(ready('--log', own, '--day', '2026-02-30').status).toBe(2);
    const noSchool = ready('--log', own, '--prior', folder.path('nowhere.db'));
    expect(noSchool).toMatchObject({ status: 2, stdout: '' });
    expect(noSchool.stderr).toContain('cannot be opened as a database');
    expect(ready().status).toBe(2);
  });
});

describe('translate', () => {
  it('judges a log under another standard and says what was left out', () => {
    const strikes = join(root, 'data', 'standards', 'strikes.standard.json');
    const { status, stdout } = jasperwren(
      'translate',
      '--standard',
      ceiling,
      '--to',
      strikes,
      '--log',
      logFile('t', 3),
    );
    expect(status).toBe(0);
    expect(JSON.parse(stdout)).toMatchObject({
      verdict: { standard: { id: 'strikes' }, outcome: 'ended', breaches: [{ limit: 'strikes', by: 'e3' }] },
      merged: [],
      lost: [],
      notHeld: [],
    });
  });

  it('names the file of each problem', () => {
    const result = jasperwren(
      'translate',
      '--standard',
      ceiling,
      '--to',
      folder.path('none'),
      '--log',
      logFile('u', 1),
    );
    expect(result).toMatchObject({
      status: 2,
      stdout: '',
      stderr: expect.stringContaining('none: cannot be read'),
    });
  });
});

describe('check-standard', () => {
  it('says that the shipped standards hold', () => {
    expect(jasperwren('check-standard', ceiling)).toMatchObject({
      status: 0,
      stdout: expect.stringContaining('worked examples hold'),
    });
  });

  it('lists every problem with its path', () => {
    const file = folder.path('broken.standard.json');
    const text = readFileSync(ceiling, 'utf8')
      .replace('"max": 15', '"max": -15')
      .replace('"imperial"', '"furlongs"');
    writeFileSync(file, text);
    const result = jasperwren('check-standard', file);
    expect(result).toMatchObject({ status: 2, stdout: '' });
    expect(result.stderr).toContain('units: is "furlongs"; allowed: imperial, metric');
    expect(result.stderr).toContain('limits[0].max: is too small; at least 0');
  });

  it('lists double ids, unknown names and contradicting examples likewise', () => {
    const standard = JSON.parse(readFileSync(ceiling, 'utf8')) as {
      sections: { items: unknown[] }[];
      limits: object[];
      examples: object[];
    };
    const check = (name: string, change: object) => {
      const file = folder.path(`${name}.standard.json`);
      writeFileSync(file, JSON.stringify({ ...standard, ...change }));
      const { status, stdout, stderr } = jasperwren('check-standard', file);
      expect({ status, stdout }).toEqual({ status: 2, stdout: '' });
      return stderr;
    };
    const [first, ...others] = standard.sections;
    const twice = { ...first, items: [...(first?.items ?? []), first?.items[0]] };
    expect(check('twice', { sections: [twice, ...others] })).toContain('is given twice; every id once');
    const [limit, ...limits] = standard.limits;
    expect(check('bad', { limits: [{ ...limit, where: { severities: ['bad'] } }, ...limits] })).toContain(
      'limits[0].where.severities[0]: bad is no severity',
    );
    const [example, ...examples] = standard.examples;
    expect(check('says', { examples: [{ ...example, verdict: 'fail' }, ...examples] })).toContain(
      'examples[0].verdict: says fail, but the limits give pass',
    );
  });
});

describe('add-instructor', () => {
  const main = join(root, 'dist', 'server', 'main.js');

  it('does not show a passphrase that is typed at the terminal', async () => {
    const command = `${process.execPath} ${main} add-instructor --name "Ruta O’Vale" --database ${folder.path('terminal.db')}`;
    // `script` gives the program a terminal, as a person would have.
    const child = spawn('script', ['-qefc', command, '/dev/null'], { stdio: ['pipe', 'pipe', 'inherit'] });
    let shown = '';
    child.stdout.on('data', (part: Buffer) => {
      const asked = shown.includes('Passphrase:');
      shown += part.toString();
      if (!asked && shown.includes('Passphrase:'))
        setTimeout(() => child.stdin.write('nobody may read this\n'), 300);
    });
    const [code] = (await once(child, 'exit')) as [number];
    expect(code).toBe(0);
    expect(shown).toContain('Ruta O’Vale can sign in now.');
    expect(shown).not.toContain('nobody');
  });

  it('refuses a name of which nothing can be read, a taken one however it is typed, and a short passphrase', () => {
    const file = folder.path('names.db');
    const add = (name: string, input = 'long enough to keep\n') =>
      spawnSync(process.execPath, [main, 'add-instructor', '--name', name, '--database', file], {
        encoding: 'utf8',
        input,
      });
    expect(add('Siân O’Rourke').status).toBe(0);
    expect(add('')).toMatchObject({ status: 2, stdout: '' });
    expect(add(' \u200b')).toMatchObject({ status: 2, stdout: '' });
    expect(add("sian o'rourke").stderr).toContain('is there already');
    expect(add('Short Word', 'short\n').stderr).toContain('10 to 200 characters');
    expect(add('Long Word', `${'x'.repeat(201)}\n`).status).toBe(2);
    expect(add('x'.repeat(81)).status).toBe(2);
  });
});

describe('what cannot be done ends with 2 and a sentence', () => {
  it.each<[string, readonly string[], RegExp]>([
    [
      'a search of a thousand million steps',
      ['route', 'compose', '--network', 'x', '--start', '52,-2', '--steps', '1e9'],
      /from 1 to 1000000/,
    ],
    [
      'no minutes',
      ['route', 'compose', '--network', 'x', '--start', '52,-2', '--minutes', '0'],
      /from 1 to 240/,
    ],
    [
      'a county of a hundred by a hundred towns',
      ['network', 'make', '--out', 'x', '--towns', '100'],
      /from 1 to 40/,
    ],
    [
      'a title over the limit',
      ['network', 'import', 'x', '--out', 'x', '--title', 'x'.repeat(81)],
      /1 to 80 characters/,
    ],
    [
      'a file where there is no folder',
      ['network', 'make', '--out', '/no/such/folder/x.osm'],
      /ENOENT.*Nothing more was written/,
    ],
    [
      'a day that is none',
      ['readiness', '--standard', ceiling, '--log', 'x', '--day', '2026-02-30'],
      /--day must be a day/,
    ],
    [
      'a zip where there is no folder',
      ['export', '--database', '/no/such.db', '--to', '/no/such/x.zip'],
      /cannot be opened/,
    ],
  ])('%s', (_what, args, words) => {
    const { status, stdout, stderr } = jasperwren(...args);
    expect(stderr).toMatch(words);
    expect(stderr).not.toMatch(/ {4}at /);
    expect([status, stdout]).toEqual([2, '']);
  });
});
