import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { judge, parseEvent, type DriveEvent } from '../marking';
import { readStandard, type Standard } from '../standard';
import { limitInput, standardWith } from '../testing';
import {
  measuresOfManoeuvre,
  measuresOfTest,
  readSheetTable,
  sheetEvents,
  sheetProblems,
  type Sheet,
  type SheetRun,
} from './index';

const small = standardWith({
  limits: [
    limitInput({ id: 'minors', where: { severities: ['minor'] }, max: 2 }),
    limitInput({ id: 'graves', where: { severities: ['grave'] }, max: 0, ends: true }),
  ],
});
const folder = new URL('../../data/standards/', import.meta.url);
const shipped = readdirSync(folder)
  .filter((name) => name.endsWith('.standard.json'))
  .map((file) => {
    const read = readStandard(readFileSync(new URL(file, folder), 'utf8'));
    if (!read.ok) throw new Error(file);
    return read.value;
  });
const standardOf = (id: string): Standard => {
  const found = shipped.find((standard) => standard.id === id);
  if (!found) throw new Error(id);
  return found;
};
const startedAt = '2026-03-01T09:00:00.000Z';
const sheet = (tallies: Sheet['tallies'], more: Partial<Sheet> = {}): Sheet => ({
  startedAt,
  minutes: 40,
  whole: true,
  tallies,
  runs: [],
  readings: [],
  ...more,
});
const logged = (standard: Standard, of: Sheet): readonly DriveEvent[] =>
  sheetEvents(standard, of).map(
    (event, n) => ({ at: startedAt, ...event, id: `e${n}`, device: 'sheet', seq: n }) as DriveEvent,
  );
const judged = (of: Sheet) => judge(small, logged(small, of), { startedAt, retest: false });

describe('a sheet of paper', () => {
  it('is a log of the whole test: its minutes, every stroke a mark, and its verdict', () => {
    const { verdict, drive } = judged(sheet([{ item: 'look', severity: 'minor', times: 2 }]));
    expect(verdict).toMatchObject({ outcome: 'pass', counts: { minor: 2 } });
    expect(drive.end?.at).toBe('2026-03-01T09:40:00.000Z');
    expect(judged(sheet([{ item: 'look', severity: 'minor', times: 3 }])).verdict.outcome).toBe('fail');
  });

  it('counts all that was on it where its gravest mark ends the test, in whatever order it was ticked', () => {
    const { verdict } = judged(
      sheet([
        { item: 'look', severity: 'grave', times: 1 },
        { item: 'mirror', severity: 'minor', times: 2 },
      ]),
    );
    expect(verdict).toMatchObject({ outcome: 'ended', counts: { minor: 2, grave: 1 } });
  });

  it('of a test that was broken off is incomplete', () => {
    expect(judged(sheet([], { whole: false })).verdict.outcome).toBe('incomplete');
  });

  it('comes to the same whatever the order of its lines, and every event is one that a log takes', () => {
    const line = fc.record({
      item: fc.constantFrom('look', 'mirror'),
      severity: fc.constantFrom('minor', 'grave'),
      times: fc.integer({ min: 1, max: 5 }),
    });
    fc.assert(
      fc.property(fc.array(line, { maxLength: 6 }), (lines) => {
        const [one, other] = [judged(sheet(lines)), judged(sheet([...lines].reverse()))];
        expect(other.verdict.counts).toEqual(one.verdict.counts);
        expect(other.verdict.outcome).toBe(one.verdict.outcome);
        for (const event of logged(small, sheet(lines))) expect(parseEvent(event).ok).toBe(true);
      }),
    );
  });

  it('names what the standard does not have', () => {
    const problems = sheetProblems(
      small,
      sheet([
        { item: 'look', severity: 'minor', times: 1 },
        { item: 'nothing', severity: 'minor', times: 1 },
        { item: 'look', severity: 'purple', times: 1 },
      ]),
    );
    expect(problems.map(({ path }) => path)).toEqual(['tallies[1].item', 'tallies[2].severity']);
  });

  it('with one stroke of everything is judged under every shipped standard', () => {
    for (const standard of shipped) {
      const tallies = standard.sections.flatMap(({ items }) =>
        items.flatMap(({ id, severities }) =>
          severities.map((severity) => ({ item: id, severity, times: 1 })),
        ),
      );
      const { marks } = judge(standard, logged(standard, sheet(tallies)), { startedAt, retest: false });
      expect([standard.id, marks.length]).toEqual([standard.id, tallies.length]);
    }
  });
});

describe('a sheet of a fixed course', () => {
  const run = (manoeuvre: string, more: Partial<SheetRun> = {}): SheetRun => ({
    manoeuvre,
    side: null,
    seconds: null,
    counts: {},
    readings: [],
    tallies: [],
    ...more,
  });
  const yard = standardOf('timed-yard');
  const all = (of: (id: string) => Partial<SheetRun>) => yard.manoeuvres.map(({ id }) => run(id, of(id)));
  const course = (runs: readonly SheetRun[], more: Partial<Sheet> = {}) => {
    const of = sheet([], { minutes: 18, runs, ...more });
    expect(sheetProblems(yard, of)).toEqual([]);
    const events = logged(yard, of);
    for (const event of events) expect(parseEvent(event).ok).toBe(true);
    return judge(yard, events, { startedAt, retest: false }).verdict;
  };
  const looks = (times: number) => ({ tallies: [{ item: 'looking.mirror', severity: 'demerit', times }] });

  it('holds each manoeuvre against its own clock, to the second', () => {
    expect(course(all(() => ({ seconds: 90 }))).outcome).toBe('pass');
    const late = course(all((id) => ({ seconds: id === 'slope' ? 91 : 60 })));
    expect(late).toMatchObject({ outcome: 'ended', breaches: [{ limit: 'slope-time' }] });
    expect(course(all(() => ({}))).outcome).toBe('pass');
  });

  it('counts marks in the manoeuvre that they were made in', () => {
    expect(course(all((id) => (id === 'slope' || id === 'garage' ? looks(2) : {}))).outcome).toBe('pass');
    expect(course(all((id) => (id === 'garage' ? looks(3) : {})))).toMatchObject({
      outcome: 'fail',
      breaches: [{ limit: 'garage-points' }],
    });
  });

  it('takes readings of the whole test, and the minutes as its time', () => {
    const read = (value: number) => ({ readings: [{ measure: 'rollBack', value }] });
    expect(
      course(
        all(() => ({})),
        read(20),
      ).counts,
    ).toMatchObject({ demerit: 1 });
    expect(
      course(
        all(() => ({})),
        read(30),
      ).outcome,
    ).toBe('ended');
    expect(
      course(
        all(() => ({})),
        { minutes: 20 },
      ).outcome,
    ).toBe('pass');
    expect(
      course(
        all(() => ({})),
        { minutes: 21 },
      ).outcome,
    ).toBe('ended');
  });

  it('makes marks of what is counted', () => {
    const exercise = standardOf('reversing-exercise');
    const shunts = (times: number) => {
      const of = sheet([], { runs: [run('reverse', { side: 'left', counts: { shunts: times } })] });
      expect(sheetProblems(exercise, of)).toEqual([]);
      return judge(exercise, logged(exercise, of), { startedAt, retest: false }).verdict;
    };
    expect(shunts(2)).toMatchObject({ outcome: 'pass', counts: { driving: 2 } });
    expect(shunts(3)).toMatchObject({ outcome: 'fail', counts: { driving: 2, serious: 1 } });
  });

  it('of every worked example of every shipped standard comes to what the example says', () => {
    let asked = 0;
    for (const standard of shipped)
      for (const example of standard.examples) {
        if (example.when || (example.questionsWrong > 0 && standard.questions)) continue;
        const of = (wanted: string | null) => ({
          tallies: example.marks.filter((mark) => (mark.run ?? null) === wanted),
          readings: example.measures.filter((reading) => (reading.run ?? null) === wanted),
        });
        const runs = example.runs.map(({ manoeuvre, run: own = manoeuvre, side, seconds, ...counts }) =>
          run(manoeuvre, {
            side: side ?? null,
            seconds: seconds ?? null,
            counts: {
              attempts: counts.attempts ?? 0,
              movements: counts.movements ?? 0,
              shunts: counts.shunts ?? 0,
            },
            ...of(own),
          }),
        );
        const paper = { ...sheet([]), minutes: (example.elapsed ?? 0) / 60, runs, ...of(null) };
        const { verdict } = judge(standard, logged(standard, paper), {
          startedAt,
          retest: example.retest,
        });
        const said = [standard.id, example.title];
        expect([...said, verdict.outcome]).toEqual([...said, example.verdict]);
        asked += 1;
      }
    expect(asked).toBeGreaterThan(120);
  });

  it('asks for a measure where it counts: in its manoeuvre, or once for the whole test', () => {
    const exercise = standardOf('reversing-exercise');
    const ids = (of: readonly { readonly id: string }[]) => of.map(({ id }) => id);
    expect(ids(measuresOfTest(exercise))).toEqual([]);
    expect(exercise.manoeuvres.map((one) => ids(measuresOfManoeuvre(exercise, one)))).toEqual([['looks']]);
    expect(ids(measuresOfTest(yard))).toEqual(['rollBack', 'engineSpeed', 'speed', 'stalls']);
  });

  it('names what the course does not have, and minutes that are too few', () => {
    const problems = sheetProblems(
      yard,
      sheet([], {
        minutes: 2,
        readings: [{ measure: 'noise', value: 1 }],
        runs: [
          run('slope', { side: 'left' }),
          run('ditch'),
          run('garage', {
            seconds: 150,
            counts: { shunts: 1 },
            readings: [{ measure: 'rollBack', value: 3 }],
            tallies: [{ item: 'nothing', severity: 'demerit', times: 1 }],
          }),
        ],
      }),
    );
    expect(problems.map(({ path }) => path)).toEqual([
      'readings[0].measure',
      'minutes',
      'runs[0].manoeuvre',
      'runs[1].manoeuvre',
      'runs[2].counts.shunts',
      'runs[2].readings[0].measure',
      'runs[2].tallies[0].item',
    ]);
    expect(problems[1]?.message).toContain('3 minutes');
  });
});

describe('a table of marks', () => {
  it('is read by ids or by words, in any case, with or without a count, and adds up', () => {
    const { tallies, problems } = readSheetTable(
      small,
      '\uFEFFItem;Severity;Times\r\nlook;Minor;2\r\nLOOK;minor;\r\nMirror;grave;1\r\n',
    );
    expect(problems).toEqual([]);
    expect(tallies).toEqual([
      { item: 'look', severity: 'minor', times: 3, place: null },
      { item: 'mirror', severity: 'grave', times: 1, place: null },
    ]);
  });

  it('of a fixed course names the manoeuvre, with its side where it has sides', () => {
    const { tallies, problems } = readSheetTable(
      standardOf('timed-yard'),
      'manoeuvre,item,severity\nSlope,looking.mirror,demerit\ngarage,looking.mirror,demerit\n,looking.mirror,demerit\nDitch,looking.mirror,demerit\n',
    );
    expect(tallies.map(({ place }) => place)).toEqual(['slope', 'garage', null]);
    expect(problems).toEqual([{ path: 'line 5', message: '“Ditch” is no manoeuvre of Timed yard' }]);
    const sides = readSheetTable(
      standardOf('reversing-exercise'),
      'exercise,item,severity\n"Reversing exercise, left",exercise.line,serious\nreverse right,exercise.line,serious\n',
    );
    expect(sides.tallies.map(({ place }) => place)).toEqual(['reverse left', 'reverse right']);
  });

  it('offers its good rows, and names what is wrong with each of the others', () => {
    const { tallies, problems } = readSheetTable(
      small,
      'severity,item,count\nminor,look,1\npurple,look,1\nminor,nothing,1\nminor,look,"2,5"\nminor,look,-3\nminor,look,900\n',
    );
    expect(tallies).toEqual([{ item: 'look', severity: 'minor', times: 1, place: null }]);
    expect(problems.map(({ path }) => path)).toEqual(['line 3', 'line 4', 'line 5', 'line 6', 'line 7']);
    expect(problems[0]?.message).toContain('“purple” is no severity');
  });

  it('without its headings is told what they must be; nothing and nonsense are no crash', () => {
    for (const text of ['', 'a,b,c\n1,2,3', '\u0000\u0001', '"'.repeat(9)])
      expect(readSheetTable(small, text)).toMatchObject({ tallies: [], problems: [{ path: 'line 1' }] });
    fc.assert(
      fc.property(fc.string(), (text) => {
        const { tallies } = readSheetTable(small, `item,severity,times\n${text}`);
        expect(sheetProblems(small, sheet(tallies))).toEqual([]);
      }),
    );
  });
});
