import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { judge, parseEvent, type DriveEvent } from '../marking';
import { readStandard, type Standard } from '../standard';
import { limitInput, standardWith } from '../testing';
import { readSheetTable, sheetEvents, tallyProblems, type Sheet } from './index';

const small = standardWith({
  limits: [
    limitInput({ id: 'minors', where: { severities: ['minor'] }, max: 2 }),
    limitInput({ id: 'graves', where: { severities: ['grave'] }, max: 0, ends: true }),
  ],
});
const startedAt = '2026-03-01T09:00:00.000Z';
const sheet = (tallies: Sheet['tallies'], more: Partial<Sheet> = {}): Sheet => ({
  startedAt,
  minutes: 40,
  whole: true,
  tallies,
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
    const problems = tallyProblems(small, [
      { item: 'look', severity: 'minor', times: 1 },
      { item: 'nothing', severity: 'minor', times: 1 },
      { item: 'look', severity: 'purple', times: 1 },
    ]);
    expect(problems.map(({ path }) => path)).toEqual(['tallies[1].item', 'tallies[2].severity']);
  });

  it('with one stroke of everything is judged under every shipped standard', () => {
    const folder = new URL('../../data/standards/', import.meta.url);
    for (const file of readdirSync(folder).filter((name) => name.endsWith('.standard.json'))) {
      const read = readStandard(readFileSync(new URL(file, folder), 'utf8'));
      if (!read.ok) throw new Error(file);
      const standard = read.value;
      const tallies = standard.sections.flatMap(({ items }) =>
        items.flatMap(({ id, severities }) =>
          severities.map((severity) => ({ item: id, severity, times: 1 })),
        ),
      );
      const { marks } = judge(standard, logged(standard, sheet(tallies)), { startedAt, retest: false });
      expect([file, marks.length]).toEqual([file, tallies.length]);
    }
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
      { item: 'look', severity: 'minor', times: 3 },
      { item: 'mirror', severity: 'grave', times: 1 },
    ]);
  });

  it('offers its good rows, and names what is wrong with each of the others', () => {
    const { tallies, problems } = readSheetTable(
      small,
      'severity,item,count\nminor,look,1\npurple,look,1\nminor,nothing,1\nminor,look,"2,5"\nminor,look,-3\nminor,look,900\n',
    );
    expect(tallies).toEqual([{ item: 'look', severity: 'minor', times: 1 }]);
    expect(problems.map(({ path }) => path)).toEqual(['line 3', 'line 4', 'line 5', 'line 6', 'line 7']);
    expect(problems[0]?.message).toContain('“purple” is no severity');
  });

  it('without its headings is told what they must be; nothing and nonsense are no crash', () => {
    for (const text of ['', 'a,b,c\n1,2,3', '\u0000\u0001', '"'.repeat(9)])
      expect(readSheetTable(small, text)).toMatchObject({ tallies: [], problems: [{ path: 'line 1' }] });
    fc.assert(
      fc.property(fc.string(), (text) => {
        const { tallies } = readSheetTable(small, `item,severity,times\n${text}`);
        expect(tallyProblems(small, tallies)).toEqual([]);
      }),
    );
  });
});
