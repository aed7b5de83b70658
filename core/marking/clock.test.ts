import { expect, it } from '@jest/globals';
import { clockText, runClockText, typedRunSeconds, typedSeconds } from './clock';

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

it.each([
  ['1:25', 85],
  ['85', 85],
  [' 12,5 ', 12.5],
  ['0:05', 5],
  ['1:75', null],
  ['soon', null],
  ['-3', null],
])('the time of a manoeuvre as people type it: %s', (text, seconds) => {
  expect(typedRunSeconds(text)).toBe(seconds);
});

it('reads the time of a manoeuvre as it writes it', () => {
  for (const seconds of [0, 9, 60, 85, 600, 3599])
    expect(typedRunSeconds(runClockText(seconds))).toBe(seconds);
});
