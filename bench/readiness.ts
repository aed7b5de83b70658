import { readFileSync } from 'node:fs';
import { readStandard } from '../core/standard';
import { forecast, posteriorOf, usualSettings } from '../core/readiness';
const read = readStandard(readFileSync('data/standards/fault-ceiling.standard.json', 'utf8'));
if (!read.ok) throw 1;
const standard = read.value;
const posterior = posteriorOf(
  standard,
  [],
  { tests: 0, marks: [], exposures: [] },
  usualSettings,
  '2026-11-25T09:00:00.000Z',
);
for (let n = 0; n < 6; n++) {
  const t = performance.now();
  const f = forecast({
    standard,
    posterior,
    settings: usualSettings,
    wrong: [0.8, 0.15, 0.05],
    hours: n < 3 ? 0 : 10,
    seed: n,
  });
  console.log(Math.round(performance.now() - t), f.pass, f.low, f.high, f.gains.slice(0, 3), f.hours.length);
}
