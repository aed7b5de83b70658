import fc from 'fast-check';
import { expect, test } from '@jest/globals';
import { compareInstants } from '.';

const instants = fc.date({
  min: new Date('1990-01-01T00:00:00Z'),
  max: new Date('2090-01-01T00:00:00Z'),
  noInvalidDate: true,
});
/** Some clocks leave out the milliseconds. */
const written = fc.tuple(instants, fc.boolean()).map(([date, short]) => {
  const text = date.toISOString();
  return short ? text.replace(/\.\d{3}Z$/, 'Z') : text;
});

test('instants stand in the order of time, however they are written', () => {
  fc.assert(
    fc.property(written, written, (a, b) => {
      expect(Math.sign(compareInstants(a, b))).toBe(Math.sign(Date.parse(a) - Date.parse(b)));
    }),
  );
});
