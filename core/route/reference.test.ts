import { expect, it } from '@jest/globals';
import { checkShape } from '../problems';
import { keyAt } from './key';
import { featureReference, referenceOfEarlier } from './reference';

const at = { lat: 52.1234, lon: -2.3 };

it.each([
  ['pull-up', { kind: 'pull-up' }],
  [keyAt('turn-left', at), { id: 'turn-left@52.1234,-2.3000', kind: 'turn-left', place: at }],
  ['turn-left@52.1234,-2.3000#h2', { id: 'turn-left@52.1234,-2.3000#h2', kind: 'turn-left', place: at }],
  ['dragon@52.1234,-2.3000', { id: 'dragon@52.1234,-2.3000', place: at }],
  ['turn-left@999,1', { id: 'turn-left@999,1', kind: 'turn-left' }],
  ['x1', { id: 'x1' }],
])('reads %s of an earlier log as what it meant', (word, meant) => {
  expect(referenceOfEarlier(word)).toEqual(meant);
  expect(checkShape(featureReference, word)).toEqual({ ok: true, value: meant });
  // What was read once is read again as it is.
  expect(checkShape(featureReference, meant)).toEqual({ ok: true, value: meant });
});

it.each([
  [{ kind: 'dragon' }, 'kind'],
  [{ id: 'a', place: { lat: 95, lon: 0 } }, 'place.lat'],
  [{ id: 'a', colour: 'red' }, 'colour'],
  ['', ''],
  [7, ''],
])('says what is wrong with %j', (input, path) => {
  const read = checkShape(featureReference, input);
  expect(read.ok ? [] : read.problems.map((problem) => problem.path)).toEqual([path]);
});
