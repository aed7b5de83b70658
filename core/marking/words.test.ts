import { describe, expect, it } from '@jest/globals';
import { judge } from './judge';
import { eventsOf, firstTest, instant, limitInput, standardWith } from '../testing';
import { stageAt } from './stages';
import { decisiveWords, leftWords, remarksOn } from './words';

const standard = standardWith({
  limits: [
    limitInput({ id: 'minors', where: { severities: ['minor'] }, max: 2 }),
    limitInput({ id: 'on-item', where: { severities: ['minor'] }, per: 'item', max: 2 }),
    limitInput({ id: 'grave', where: { severities: ['grave'] } }),
  ],
});
const wordsFor = (faults: readonly [item: string, severity: string][]) => {
  const events = eventsOf(faults.map(([item, severity]) => ({ kind: 'fault', item, severity })));
  return decisiveWords(standard, judge(standard, events, firstTest).verdict);
};

describe('what decided it', () => {
  it.each([
    [[['look', 'grave']], 'Grave faults: 1, none allowed'],
    [
      [
        ['look', 'minor'],
        ['mirror', 'minor'],
        ['stall', 'minor'],
      ],
      'Minor faults: 3, at most 2',
    ],
    [[['look', 'minor']], 'Minor faults: 1 of 2, 1 left'],
    [[], 'Minor faults: 0 of 2, 2 left'],
  ] as [[string, string][], string][])('is said in words', (faults, words) => {
    expect(wordsFor(faults)).toBe(words);
  });
});

describe('headroom', () => {
  it.each([
    [{ left: -2, max: 1, total: 3 }, '2 over'],
    [{ left: 0, max: 0, total: 0 }, 'none allowed'],
    [{ left: 0, max: 3, total: 3 }, 'none left'],
    [{ left: 2, max: 3, total: 1 }, '2 left'],
  ])('reads plainly', (row, words) => {
    expect(leftWords(row)).toBe(words);
  });
});

it('says what else has to be known: flags to sort, marks after the end, marks that count nowhere', () => {
  const end = { kind: 'end', how: 'finished', at: instant(100) } as const;
  const look = { kind: 'fault', item: 'look', severity: 'minor' } as const;
  const remarks = (bodies: Parameters<typeof eventsOf>[0], under = standard) =>
    remarksOn(under, judge(under, eventsOf(bodies), firstTest));
  expect(remarks([look, end])).toEqual([]);
  expect(remarks([{ kind: 'peg' }, end])).toEqual(['Provisional: 1 flag to sort']);
  const late = { ...look, at: instant(120) };
  expect(remarks([late, end])).toEqual(['1 mark was made after the end; it counts']);
  const nowhere = standardWith({ limits: [limitInput({ where: { severities: ['grave'] } })] });
  expect(remarks([look, look, { ...look, severity: 'noted' }, end], nowhere)).toEqual([
    '2 marks count in no limit where they stand',
  ]);
});

it('names the stage of a moment', () => {
  const { drive } = judge(
    standard,
    eventsOf([{ kind: 'stage', stage: 'drive', at: '2026-09-14T08:05:00Z' }]),
    firstTest,
  );
  expect(stageAt(drive, '2026-09-14T08:04:59Z')).toBe('Before the first stage');
  expect(stageAt(drive, '2026-09-14T08:05:00Z')).toBe('Drive');
});
