import type { Route } from '../route';

const FEET = 0.3048;
const YARDS = 0.9144;
const MILES = 1609.344;

interface Step {
  readonly metres: number;
  readonly text: string;
}

const steps: Readonly<Record<Route['units'], readonly Step[]>> = {
  imperial: [
    ...[50, 100].map((n) => ({ metres: n * FEET, text: `${n} ft` })),
    ...[50, 100, 200, 400].map((n) => ({ metres: n * YARDS, text: `${n} yd` })),
    ...[0.5, 1, 2, 5, 10, 20].map((n) => ({
      metres: n * MILES,
      text: n === 0.5 ? '½ mile' : n === 1 ? '1 mile' : `${n} miles`,
    })),
  ],
  metric: [
    ...[10, 20, 50, 100, 200, 500].map((n) => ({ metres: n, text: `${n} m` })),
    ...[1, 2, 5, 10, 20].map((n) => ({ metres: n * 1000, text: `${n} km` })),
  ],
};

/** The longest of the round lengths that takes at most so many pixels; the shortest when none does. */
export function scaleStep(scale: number, units: Route['units'], most = 130): Step {
  const [shortest = { metres: 1, text: '' }] = steps[units];
  return steps[units].filter(({ metres }) => metres * scale <= most).at(-1) ?? shortest;
}
