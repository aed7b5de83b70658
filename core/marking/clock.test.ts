import { expect, it } from '@jest/globals';
import { clockText, typedSeconds } from './clock';

it.each([
  ['0:12:30', 750],
  ['12:30', 750],
  [' 12.30 ', 750],
  ['12', 720],
  ['1:02:03', 3723],
  ['00:00:00', 0],
  ['12:75', null],
  ['half past', null],
  ['', null],
  ['1:2:3:4', null],
  ['-5', null],
])('a time as people type it: %s', (text, seconds) => {
  expect(typedSeconds(text)).toBe(seconds);
});

it('reads what it writes', () => {
  for (const seconds of [0, 59, 60, 3599, 3600, 7325]) expect(typedSeconds(clockText(seconds))).toBe(seconds);
});
