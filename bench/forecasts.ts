import { readFileSync } from 'node:fs';
import { usualSettings } from '../core/readiness';
import { readStandard } from '../core/standard';
import { forecastsOf, learnerKinds } from '../core/testing';

const LEARNERS = 150;

/** How true the forecasts are, for eight kinds of learners whose true chance is known. */
export function forecasts(): void {
  const read = readStandard(readFileSync('data/standards/fault-ceiling.standard.json', 'utf8'));
  if (!read.ok) throw new Error('the shipped standard is broken');
  const figures = learnerKinds.map((kind, n) =>
    forecastsOf(read.value, kind, usualSettings, LEARNERS, 40 + n),
  );
  console.log(
    `\n| ${LEARNERS} learners each | said | true | 80 % interval holds | Brier above the oracle |\n| --- | --- | --- | --- | --- |`,
  );
  for (const { title, said, truth, held, excess } of figures)
    console.log(
      `| ${title} | ${said.toFixed(3)} | ${truth.toFixed(3)} | ${held.toFixed(2)} | ${excess.toFixed(4)} |`,
    );
  const mean = figures.reduce((sum, { excess }) => sum + excess, 0) / figures.length;
  const worst = Math.max(...figures.map(({ excess }) => excess));
  console.log(`| mean, worst | | | | ${mean.toFixed(4)}, ${worst.toFixed(4)} |`);
}
