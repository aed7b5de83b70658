import { expect, it } from '@jest/globals';
import { hoursText } from './hoursText';

it.each([
  ['no @ (Mo-Fr 08:00-09:00)', 'closed: Monday to Friday 08:00 to 09:00'],
  [
    'no @ (Mo-Fr 08:15-09:00,14:45-15:30; SH off)',
    'closed: Monday to Friday 08:15 to 09:00, 14:45 to 15:30, school holidays off',
  ],
  ['destination @ Sa,Su', 'for access only: Saturday, Sunday'],
  ['no @ (weight>7.5); yes @ (22:00-06:00)', 'closed: weight>7.5; open: 22:00 to 06:00'],
  ['something else', 'something else'],
])('%s is told as %s', (when, words) => {
  expect(hoursText(when)).toBe(words);
});
