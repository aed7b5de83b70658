import type { Random } from '../random';
import {
  drawBeta,
  drawGamma,
  drawPoisson,
  fastLimits,
  manoeuvrePlan,
  type ForecastInput,
} from '../readiness';

/**
 * One simulated test after the other, each passed or not: the plain Monte Carlo of the chance that a forecast gives,
 * written apart from it. Of each test a learner is drawn from the posterior, then the day, what is asked, and every
 * mark one by one.
 *
 * @returns says of one test whether it is passed
 */
export function plainTests(
  { standard, posterior, settings, wrong }: ForecastInput,
  random: Random,
): () => boolean {
  const { cells, cellOf, firstBreach } = fastLimits(standard);
  const plan = manoeuvrePlan(standard);
  const { questions } = standard;
  const asked = questions
    ? [questions.item.explain, questions.item.demonstrate].map((item) =>
        cellOf(item, questions.severity, null),
      )
    : [];
  const wrongCell = asked[0] ?? null;

  const drawnKinds = (): ReadonlySet<string> => {
    const left = [...plan.from];
    const drawn = new Set(plan.always);
    for (let n = 0; n < plan.draw && left.length > 0; n += 1)
      for (const kind of left.splice(Math.floor(random() * left.length), 1)) drawn.add(kind);
    for (const [kind, share] of plan.share) if (random() < share) drawn.add(kind);
    return drawn;
  };

  const drawnRates = (): Float64Array => {
    let left = random();
    const course = posterior.courses.find(({ chance }) => (left -= chance) < 0) ?? posterior.courses.at(-1);
    const rates = new Float64Array(cells.length);
    let road = 0;
    posterior.small.forEach((rate, cell) => {
      if (!rate) return;
      const needs = cells[cell]?.needs ?? null;
      const seen = needs === null ? rate.beta : (course?.seen.get(needs) ?? rate.beta);
      rates[cell] = drawGamma(random, Math.max(1e-6, rate.alpha)) / seen;
      if (needs === null) road += rates[cell] ?? 0;
    });
    if (course && road > 0) {
      const level = drawGamma(random, course.level.alpha) / course.level.beta;
      for (const [cell, { needs }] of cells.entries())
        if (needs === null && posterior.small[cell]) rates[cell] = ((rates[cell] ?? 0) * level) / road;
    }
    if (wrong) for (const cell of asked) if (cell !== null) rates[cell] = 0;
    posterior.grave.forEach(({ cells: of, shares }, n) => {
      const { alpha, beta } = course?.grave[n] ?? { alpha: 0, beta: 1 };
      const whole = drawGamma(random, Math.max(1e-6, alpha)) / beta;
      of.forEach((cell, k) => (rates[cell] = whole * (shares[k] ?? 0)));
    });
    return rates;
  };

  return () => {
    const rates = drawnRates();
    const day = drawGamma(random, settings.daySpread) / settings.daySpread;
    const kinds = drawnKinds();
    const marks: number[] = [];
    for (const [cell, { needs }] of cells.entries()) {
      if (needs !== null && !kinds.has(needs)) continue;
      const count = drawPoisson(random, settings.nerves * day * (rates[cell] ?? 0));
      for (let n = 0; n < count; n += 1) marks.push(cell);
    }
    for (let n = marks.length - 1; n > 0; n -= 1) {
      const other = Math.floor(random() * (n + 1));
      [marks[n], marks[other]] = [marks[other] ?? 0, marks[n] ?? 0];
    }
    let left = random();
    const missed = wrong ? wrong.findIndex((chance) => (left -= chance) < 0) : 0;
    const questionsWrong =
      wrongCell === null ? [] : Array.from({ length: Math.max(0, missed) }, () => wrongCell);
    const all = Uint16Array.from([...questionsWrong, ...marks]);
    if (firstBreach(all, all.length).at >= 0) return false;
    return posterior.hazards.every(({ a, b }) => random() >= drawBeta(random, a, b));
  };
}
