import { describe, expect, it } from '@jest/globals';
import { judge } from './judge';
import { eventsOf, limitInput, standardWith } from '../testing';
import { stageAt } from './stages';
import { decisiveWords, leftWords, provisionalWords } from './words';

const standard = standardWith({
  limits: [
    limitInput({ id: 'minors', where: { severities: ['minor'] }, max: 2 }),
    limitInput({ id: 'on-item', where: { severities: ['minor'] }, per: 'item', max: 2 }),
    limitInput({ id: 'grave', where: { severities: ['grave'] } }),
  ],
});
const wordsFor = (faults: readonly [item: string, severity: string][]) => {
  const events = eventsOf(faults.map(([item, severity]) => ({ kind: 'fault', item, severity })));
  return decisiveWords(standard, judge(standard, events, { retest: false }).verdict);
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

it('calls a verdict provisional while pegs wait', () => {
  expect([0, 1, 2].map(provisionalWords)).toEqual([
    null,
    'Provisional: 1 peg to sort',
    'Provisional: 2 pegs to sort',
  ]);
});

it('names the stage of a moment', () => {
  const { drive } = judge(
    standard,
    eventsOf([{ kind: 'stage', stage: 'drive', at: '2026-09-14T08:05:00Z' }]),
    {
      retest: false,
    },
  );
  expect(stageAt(drive, '2026-09-14T08:04:59Z')).toBe('Before the first stage');
  expect(stageAt(drive, '2026-09-14T08:05:00Z')).toBe('Drive');
});
