import { describe, expect, it } from '@jest/globals';
import { judge } from '../marking';
import { skillOf } from '../standard';
import { eventsOf, firstTest, standardWith } from '../testing';
import { adviceWith, asksFor, sheetReading, shippedAdvice } from '.';
import { asks } from './asks';

describe('what to ask about a mark', () => {
  it('ships for every skill that advice ships for, and for no other', () => {
    expect(Object.keys(asks).sort()).toEqual(shippedAdvice.map(({ skill }) => skill).sort());
    for (const [skill, own] of Object.entries(asks)) {
      expect(skillOf(skill)).toBeDefined();
      for (const { ask, tells } of own) {
        expect(ask).toMatch(/[?.]$/);
        expect(tells).toMatch(/\.$/);
        expect(ask.length + tells.length).toBeLessThan(200);
      }
    }
  });

  it('of an aspect of a manoeuvre is that of the manoeuvre', () => {
    expect(asksFor('bay-park.observation')).toBe(asks['bay-park']);
    expect(asksFor('no-such-skill')).toEqual([]);
  });
});

it('a sheet is read skill by skill, the gravest first, each mark with how often it was made', () => {
  const standard = standardWith({});
  const fault = (item: string, severity: string) => ({ kind: 'fault', item, severity }) as const;
  const marks = [
    fault('mirror', 'minor'),
    fault('mirror', 'minor'),
    fault('look', 'minor'),
    fault('look', 'grave'),
  ];
  const reading = sheetReading(standard, judge(standard, eventsOf(marks), firstTest), adviceWith([]));
  expect(
    reading.map(({ marks: own }) => own.map(({ item, severity, times }) => [item, severity, times])),
  ).toEqual([
    [
      ['look', 'grave', 1],
      ['look', 'minor', 1],
    ],
    [['mirror', 'minor', 2]],
  ]);
});
