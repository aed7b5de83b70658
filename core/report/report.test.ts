import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { anyLog, anyStandard, eventsOf, firstTest, instant, limitInput, standardWith } from '../testing';
import { judge, type EventBody } from '../marking';
import type { Standard } from '../standard';
import { reportOf } from './report';

const report = (standard: Standard, bodies: readonly EventBody[]) =>
  reportOf(standard, judge(standard, eventsOf(bodies), firstTest), { ...firstTest, ready: [] });

const few = limitInput({ id: 'few', where: { severities: ['minor'] }, max: 3, because: 'Four is too many.' });
const points = limitInput({ id: 'sum', of: 'points', max: 9, because: 'Ten points.' });
const look: EventBody = { kind: 'fault', item: 'look', severity: 'minor' };

describe('a report', () => {
  it('tells a mark with its history: where it came from, what it was first, why it does not count, its notes', () => {
    const standard = standardWith({
      caps: [{ id: 'once', of: 'faults', max: 1, where: { items: ['look'] }, because: 'Once is enough.' }],
    });
    const { marks } = report(standard, [
      { kind: 'stage', stage: 'drive' },
      { kind: 'peg' },
      { kind: 'sort', of: 'e2', faults: [{ item: 'look', severity: 'grave' }] },
      look,
      { kind: 'regrade', of: 'e4', severity: 'grave' },
      { kind: 'note', of: 'e4', text: 'danger', by: 'severity-guide' },
      { kind: 'question', question: 'oil', part: 'explain', right: false, attempt: 2 },
    ]);
    expect(marks.map(({ grade, counts, remarks }) => [grade, counts, remarks])).toEqual([
      ['Grave', 'in-limit', ['sorted from a flag']],
      ['Grave', 'cap', ['first marked minor', 'not counted: Once is enough.', 'Severity guide: danger']],
      ['Minor', 'in-none', ['question', 'counts in no limit']],
    ]);
    expect(marks[0]).toMatchObject({ seconds: 20, stage: 'Drive', section: 'Looking', gradable: true });
    expect(marks[2]).toMatchObject({ gradable: false });
  });

  it('counts of a flag sorted into two marks only the one that the limit counts', () => {
    const { growth, marks, limits } = report(standardWith({ limits: [{ ...few, max: 1 }] }), [
      { kind: 'peg' },
      {
        kind: 'sort',
        of: 'e1',
        faults: [
          { item: 'look', severity: 'noted' },
          { item: 'look', severity: 'minor' },
        ],
      },
    ]);
    expect(marks.map(({ grade }) => grade)).toEqual(['Noted', 'Minor']);
    expect(limits[0]).toMatchObject({ total: 1, times: 1, marks: [1] });
    expect(growth?.steps.map(({ total }) => total)).toEqual([0, 1, 1]);
  });

  it('puts everything in order of time; a note of a mark stands with its mark only', () => {
    const { entries, goals } = report(standardWith(), [
      { kind: 'goal', text: 'Look earlier' },
      { kind: 'intervention', by: 'wheel' },
      look,
      { kind: 'note', of: 'e3', text: 'beside it' },
      { kind: 'note', text: 'by itself' },
    ]);
    expect(entries.map(({ what, grade }) => [what, grade])).toEqual([
      ['Look earlier', 'goal'],
      ['The instructor stepped in', 'wheel'],
      ['Look', 'Minor'],
      ['by itself', 'note'],
    ]);
    expect(goals).toEqual([{ id: 'e1', text: 'Look earlier' }]);
  });

  it('grows the limit that decided it, points as points', () => {
    const { growth, why, limits } = report(standardWith({ limits: [few, points] }), [
      look,
      { ...look, severity: 'grave' },
      { kind: 'end', how: 'finished' },
    ]);
    expect(why).toEqual([expect.stringContaining('12, at most 9')]);
    expect(growth?.limit.id).toBe('sum');
    expect(growth?.steps.map(({ total }) => total)).toEqual([0, 2, 12, 12]);
    expect(limits[0]).toMatchObject({ id: 'sum', left: -3, exceeded: { by: 'e2', seconds: 20 } });
  });

  it('names the nearest limit by the share that is used, not by what is left of it', () => {
    const wide = limitInput({ id: 'wide', where: { severities: ['minor'] }, max: 4 });
    const narrow = limitInput({ id: 'narrow', where: { items: ['stall'] }, max: 2 });
    const standard = standardWith({ limits: [narrow, wide], manoeuvres: [], questions: undefined });
    const driven: EventBody[] = [look, look, look, { kind: 'end', how: 'finished' }];
    const { limits, why } = report(standard, driven);
    expect(limits.map(({ id }) => id)).toEqual(['wide', 'narrow']);
    expect(why[0]).toContain('3 of 4, 1 left');
  });

  it('has a time line of a minute at least, up to its last mark, with its stages', () => {
    const { span, stages, seconds } = report(standardWith(), [
      { kind: 'stage', stage: 'drive' },
      { kind: 'end', how: 'finished' },
      look,
    ]);
    expect([seconds, span]).toEqual([20, 60]);
    expect(stages).toEqual([{ title: 'Drive', from: 10, to: 60 }]);
    expect(report(standardWith(), [{ ...look, at: instant(200) } as EventBody]).span).toBe(200);
  });
});

it('whatever was logged, sections, growth and limits come to the numbers of the verdict', () => {
  fc.assert(
    fc.property(anyStandard({ caps: true, ends: true }), anyLog, (standard, log) => {
      const judgement = judge(standard, log, firstTest);
      const told = reportOf(standard, judgement, { ...firstTest, ready: [] });
      const sums = Object.fromEntries(
        standard.severities.map(({ id }) => [
          id,
          told.sections.reduce((sum, { counts }) => sum + (counts[id] ?? 0), 0),
        ]),
      );
      expect(sums).toEqual(judgement.verdict.counts);
      expect(told.limits).toHaveLength(judgement.verdict.headroom.length);
      expect(told.limits.filter(({ exceeded }) => exceeded)).toHaveLength(judgement.verdict.breaches.length);
      expect(told.limits.every(({ left, exceeded }) => left < 0 === (exceeded !== null))).toBe(true);
      if (told.growth) expect(told.growth.steps.at(-1)?.total).toBe(told.growth.limit.total);
      expect(told.entries.filter(({ mark }) => mark)).toHaveLength(judgement.marks.length);
    }),
    { numRuns: 300 },
  );
});
