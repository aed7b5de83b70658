import { describe, expect, it } from '@jest/globals';
import { eventsOf, firstTest, standardWith } from '../testing';
import type { EventBody } from './event';
import { judge } from './judge';
import { learnerView } from './learnerView';

const standard = standardWith();
const where = {
  place: { lat: 52.12345, lon: -2.31234 },
  feature: { id: 'f-52.1-2.3', kind: 'give-way', place: { lat: 52.1234, lon: -2.3123 } },
} as const;
const all: readonly EventBody[] = [
  { kind: 'stage', stage: 'drive' },
  { kind: 'fault', item: 'look', severity: 'minor', run: null, ...where },
  { kind: 'fault', item: 'mirror', severity: 'grave', run: null, ...where },
  { kind: 'retract', of: 'e3' },
  { kind: 'regrade', of: 'e2', severity: 'grave' },
  { kind: 'peg', run: null, ...where },
  { kind: 'sort', of: 'e6', faults: [{ item: 'stall', severity: 'minor' }] },
  { kind: 'question', question: 'oil', part: 'explain', right: false, attempt: 1, points: ['dipstick'] },
  { kind: 'manoeuvre', run: 'r', manoeuvre: 'garage', phase: 'start' },
  { kind: 'measure', measure: 'rollBack', value: 3, run: 'r' },
  { kind: 'fix', lat: 52.12345, lon: -2.31234, accuracy: 4 },
  { kind: 'said', feature: where.feature, text: 'Turn left at the mill' },
  { kind: 'intervention', by: 'pedal' },
  { kind: 'note', text: 'Family trouble.' },
  { kind: 'goal', text: 'look first' },
  { kind: 'rating', area: 'control', value: 4, by: 'learner' },
  { kind: 'pause' },
  { kind: 'resume' },
  { kind: 'end', how: 'finished' },
];
const events = eventsOf(all).map((event) => ({ ...event, device: 'tablet of Maren Holtby' }));

describe('what a learner is shown of a log', () => {
  const text = JSON.stringify(learnerView(events));

  it('holds no position, no feature, no private word, nothing taken back and no name of a device', () => {
    for (const secret of [
      '52.1',
      '-2.3',
      'give-way',
      'mill',
      'Family',
      'mirror',
      'dipstick',
      'Maren',
      'retract',
    ])
      expect(text).not.toContain(secret);
    expect(text).toContain('look first');
  });

  it('comes to the same verdict, pull-ups of the plan included, wherever they were', () => {
    const planned = standardWith({ drive: { minutes: 1, leastShare: 0, pullUps: 2 } });
    const driven = eventsOf([
      { kind: 'stage', stage: 'drive' },
      { kind: 'said', feature: { kind: 'pull-up' }, text: '' },
      { kind: 'said', feature: { ...where.feature, kind: 'pull-up' }, text: 'Pull up by the mill' },
      { kind: 'said', feature: where.feature, text: 'Turn left at the mill' },
      { kind: 'end', how: 'finished' },
    ]);
    const shown = learnerView(driven);
    expect(judge(planned, driven, firstTest).verdict.outcome).toBe('pass');
    expect(judge(planned, shown, firstTest).verdict).toEqual(judge(planned, driven, firstTest).verdict);
    expect(JSON.stringify(shown)).not.toMatch(/52\.1|mill/);
  });

  it('comes to the same verdict', () => {
    expect(judge(standard, learnerView(events), firstTest).verdict).toEqual(
      judge(standard, events, firstTest).verdict,
    );
  });

  it('drops every field that is not named, also one that a later version brings', () => {
    const [first] = events;
    expect(learnerView([{ ...first, secret: 'x' } as never])).toEqual([
      { kind: 'stage', stage: 'drive', id: 'e1', device: 'd1', seq: 1, at: first?.at },
    ]);
  });
});
