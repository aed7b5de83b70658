import { readFileSync } from 'node:fs';
import { describe, expect, it } from '@jest/globals';
import { readStandard, type Standard } from '../standard';
import { eventsOf, firstTest, standardWith } from '../testing';
import { judge } from './judge';
import { judgeUnder } from './judgeUnder';

function shipped(id: string): Standard {
  const file = new URL(`../../data/standards/${id}.standard.json`, import.meta.url);
  const result = readStandard(readFileSync(file, 'utf8'));
  if (!result.ok) throw new Error(JSON.stringify(result.problems));
  return result.value;
}
const ceiling = shipped('fault-ceiling');
const times = (n: number, item: string, severity = 'driving') =>
  Array.from({ length: n }, () => ({ kind: 'fault', item, severity }) as const);
const finished = { kind: 'end', how: 'finished', at: '2026-09-14T08:10:00.000Z' } as const;
const under = (id: string, ...bodies: Parameters<typeof eventsOf>[0]) =>
  judgeUnder(ceiling, shipped(id), eventsOf([...bodies, finished]), firstTest);

describe('a drive marked under Fault ceiling', () => {
  it('keeps its own verdict under its own standard', () => {
    const events = eventsOf([...times(16, 'moving-off.check'), finished]);
    expect(judgeUnder(ceiling, ceiling, events, firstTest).verdict).toEqual(
      judge(ceiling, events, firstTest).verdict,
    );
  });

  it('passes with eleven, and fails the small-fault count with thirteen', () => {
    expect(under('small-fault-count', ...times(11, 'position.clearance')).verdict).toMatchObject({
      outcome: 'pass',
      counts: { minor: 11 },
    });
    expect(under('small-fault-count', ...times(13, 'position.clearance')).verdict.outcome).toBe('fail');
  });

  it('ends under Strikes at the third missed look', () => {
    const { verdict } = under('strikes', ...times(3, 'moving-off.check'), ...times(2, 'position.clearance'));
    expect(verdict).toMatchObject({ outcome: 'ended', breaches: [{ limit: 'strikes', by: 'e3' }] });
  });

  it('takes the next graver severity where there is no like one', () => {
    const { verdict } = under('graded-faults', ...times(1, 'junctions.give-way', 'serious'));
    expect(verdict).toMatchObject({ outcome: 'fail', counts: { grade3: 1 } });
  });

  it('never makes a minor fault a dangerous one: it is lost, with the reason', () => {
    const { translation, verdict } = under('check-list', ...times(1, 'response.planning'));
    expect(verdict.outcome).toBe('pass');
    expect(translation.marks).toMatchObject([{ how: 'lost', why: 'Road check list has no like severity' }]);
  });

  it('says what no item stands for, and what came together in one', () => {
    const { translation } = under(
      'small-fault-count',
      ...times(1, 'control.accelerator'),
      ...times(1, 'progress.slow'),
      ...times(1, 'progress.hesitation'),
    );
    expect(translation.marks.map(({ how }) => how)).toEqual(['lost', 'carried', 'carried']);
    expect(translation.merged).toEqual([{ to: 'road.slow', from: ['progress.slow', 'progress.hesitation'] }]);
  });

  it('carries runs by the kind of manoeuvre, with the marks in them', () => {
    const run = { kind: 'manoeuvre', run: 'r', manoeuvre: 'bay-park' } as const;
    const { verdict, translation } = under(
      'timed-yard',
      { ...run, phase: 'start', at: '2026-09-14T08:00:00.000Z' },
      { ...run, phase: 'stop', at: '2026-09-14T08:03:01.000Z' },
    );
    expect(verdict).toMatchObject({ outcome: 'ended', breaches: [{ limit: 'garage-time', total: 181 }] });
    expect(translation.notHeld).toEqual([]);
    expect(under('small-fault-count', { ...run, phase: 'start' }).translation.notHeld).toEqual([
      'Bay park: reverse in, drive out',
    ]);
  });
});

describe('a drive judged under another version of its own standard', () => {
  it('keeps its items, also where two are of one skill, and loses only what is no longer there', () => {
    const before = standardWith({
      sections: [
        {
          id: 'looking',
          title: 'Looking',
          items: [
            { id: 'left', label: 'Left', skill: 'blind-spot', severities: ['minor', 'grave'] },
            { id: 'right', label: 'Right', skill: 'blind-spot', severities: ['minor', 'grave'] },
            { id: 'answer', label: 'Answer', skill: 'vehicle-safety', severities: ['minor'] },
            { id: 'horn', label: 'Horn', skill: 'hand-signals', severities: ['minor'] },
          ],
        },
      ],
    });
    const after = standardWith({
      version: '1.1.0',
      sections: [
        { ...before.sections[0], items: before.sections[0]?.items.filter(({ id }) => id !== 'horn') ?? [] },
      ],
    });
    const events = eventsOf(
      ['left', 'right', 'right', 'horn'].map((item) => ({ kind: 'fault', item, severity: 'minor' })),
    );
    const { translation, enough } = judgeUnder(before, after, events, firstTest);
    expect(translation.marks.map((mark) => (mark.how === 'carried' ? mark.to.item : mark.how))).toEqual([
      'left',
      'right',
      'right',
      'lost',
    ]);
    expect(enough).toBe(true);
    const horns = eventsOf([{ kind: 'fault', item: 'horn', severity: 'minor' }]);
    expect(judgeUnder(before, after, horns, firstTest).enough).toBe(false);
  });
});
