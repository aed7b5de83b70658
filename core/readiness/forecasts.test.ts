import { readFileSync } from 'node:fs';
import { expect, it } from '@jest/globals';
import { readStandard } from '../standard';
import { forecastsOf, learnerKinds, often } from '../testing';
import { usualSettings } from './settings';

// The bench asks the same of 150 learners each; with fewer the bounds are as much wider.
it('forecasts are true for learners who stay, improve or slip back, and their intervals hold what they say', () => {
  const read = readStandard(readFileSync('data/standards/fault-ceiling.standard.json', 'utf8'));
  if (!read.ok) throw new Error('the shipped standard is broken');
  const figures = learnerKinds.map((kind, n) => ({
    kind,
    ...forecastsOf(read.value, kind, usualSettings, often(12, 150), 40 + n, often(600, 3_000)),
  }));
  const mean = figures.reduce((sum, { excess }) => sum + excess, 0) / figures.length;
  expect(mean).toBeLessThan(often(0.036, 0.025));
  for (const { title, kind, excess, held } of figures) {
    expect([title, excess < often(0.075, 0.045)]).toEqual([title, true]);
    const least = kind.level ? often(0.4, 0.72) : often(0.4, 0.55);
    const most = kind.level ? often(1, 0.88) : 1;
    expect([title, held >= least && held <= most]).toEqual([title, true]);
  }
}, 300_000);
