import { expect, it } from '@jest/globals';
import { mockOf, standardWith } from '../testing';
import { fastLimits } from './cells';
import { readinessOf, type ReadinessInput } from './readiness';
import { usualSettings } from './settings';

const NOW = '2026-11-25T12:00:00.000Z';
const standard = standardWith({
  limits: [
    { id: 'small', of: 'faults', where: { severities: ['minor'] }, per: 'test', max: 6, because: 'b' },
    { id: 'grave', of: 'faults', where: { severities: ['grave'] }, per: 'test', max: 0, because: 'b' },
  ],
  manoeuvres: [],
  questions: undefined,
});
const { cells } = fastLimits(standard);
const [minor = 0] = cells.flatMap(({ gravity }, n) => (gravity === 1 ? [n] : []));
const covered = ['blind-spot', 'mirrors-routine', 'stalling', 'vehicle-safety'];
const input = (faults: readonly number[], more: Partial<ReadinessInput> = {}): ReadinessInput => ({
  learner: 'l',
  standard,
  evidence: faults.map((times, n) =>
    mockOf({
      mock: `m${n}`,
      covered,
      at: new Date(Date.parse(NOW) - 7 * (faults.length - n) * 86_400_000).toISOString(),
      counts: times > 0 ? [[minor, times]] : [],
      small: times,
    }),
  ),
  school: { tests: 0, marks: [], exposures: [] },
  settings: usualSettings,
  questions: [],
  answers: [],
  papers: [],
  papersSeen: null,
  day: NOW,
  now: NOW,
  hours: 0,
  ...more,
});

it('a clean mock raises the chance most, and four faults fewer raise it too', () => {
  const { forecast, whatIf } = readinessOf(input([6, 7, 6]));
  const chance = new Map(whatIf.map(({ next, pass }) => [next, pass]));
  const [clean = 0, fewer = 0] = [chance.get('clean'), chance.get('fewer')];
  expect(clean).toBeGreaterThan(fewer);
  expect(fewer).toBeGreaterThan(forecast.pass);
});

it('one grave fault lowers it, where the standard has a serious severity', () => {
  const grave = cells.some(({ gravity, needs }) => gravity === 2 && needs === null);
  const { forecast, whatIf } = readinessOf(input([2, 1]));
  const serious = whatIf.find(({ next }) => next === 'serious');
  expect(serious !== undefined).toBe(grave);
  if (serious) expect(serious.pass).toBeLessThan(forecast.pass);
});

it('asks for no fewer faults than there are, and nothing of somebody without a whole mock', () => {
  expect(readinessOf(input([2, 3])).whatIf.map(({ next }) => next)).not.toContain('fewer');
  expect(readinessOf(input([])).whatIf).toEqual([]);
  expect(readinessOf(input([5], { brief: true })).whatIf).toEqual([]);
});
