import { randomFrom, type Random } from '../random';
import type { Standard } from '../standard';
import { fastLimits, NO_MARK } from './cells';
import { EVEN_DAYS } from './course';
import { drawBeta, drawGamma } from './draw';
import { manoeuvrePlan } from './evidence';
import { hoursPlan, type PlannedHour } from './plan';
import type { CourseRates, Posterior } from './posterior';
import type { ReadinessSettings } from './settings';
import { passWith, type Gain, type SimulatedTests } from './simulated';

export interface Forecast {
  /** Chance of a pass, and its 80 % interval. */
  readonly pass: number;
  readonly low: number;
  readonly high: number;
  /** Share of the failed tests by the limit that broke first, the greatest first. */
  readonly broken: readonly { readonly limit: string; readonly share: number }[];
  /** By item, the greatest first; only those that gain anything. */
  readonly gains: readonly Gain[];
  /** Simulated totals against the limit over the whole test: how many tests came to each total. */
  readonly totals: {
    readonly limit: string;
    readonly max: number;
    readonly counts: readonly number[];
  } | null;
  /** Lesson hours in the order of their use, with the chance of passing after each. */
  readonly hours: readonly PlannedHour[];
  readonly tests: number;
}

export interface ForecastInput {
  readonly standard: Standard;
  readonly posterior: Posterior;
  readonly settings: ReadinessSettings;
  /** Chances of so many safety questions wrong; null: as their marks have been. */
  readonly wrong: readonly number[] | null;
  /** Lesson hours before the test that are planned for. */
  readonly hours: number;
  readonly seed: number;
  /** Only the chance, its interval and what breaks: the same as in full. */
  readonly brief?: boolean;
}

const QUANTILES = [0.1, 0.9] as const;
/**
 * Orders of marks for each learner from which the chance is worked out (ours). The learners' differences make most
 * of its uncertainty, so that more orders move it by less than a point.
 */
const CHANCE_ORDERS = 8;

/** Runs a forecast to its end. The same input gives the same numbers. */
export function forecast(input: ForecastInput): Forecast {
  const steps = forecasting(input);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}

/**
 * The forecast by Monte Carlo: a learner is drawn from the posterior, then tests of that learner, each judged by
 * the standard's own limits. The chance has draws of its own, so that lists, pages and the command line all say the
 * same; gains and hours are asked of further draws. Yields the share that is done, so that whoever runs it may show
 * it, or stop.
 */
export function* forecasting(input: ForecastInput): Generator<number, Forecast> {
  const { standard, posterior, settings, seed, brief = false } = input;
  const chance = chanceOf(input, randomFrom(seed));
  if (brief) return { ...chance, gains: [], totals: null, hours: [] };
  yield 0.1;
  const drawn = yield* drawTests(input, randomFrom(seed ^ FURTHER));
  const gains = gainsOf(standard, posterior, drawn);
  yield 0.9;
  const hours = hoursPlan(standard, drawn, gains, chance.pass, {
    hours: input.hours,
    factor: settings.hourFactor,
  });
  return {
    ...chance,
    tests: settings.outer * settings.inner,
    gains,
    totals: totalsOf(standard, drawn),
    hours,
  };
}

/** Makes another stream of the same seed. */
const FURTHER = 0x5bd1e995;

/** The chance of passing, its interval, and which limits break first. */
function chanceOf(
  input: ForecastInput,
  random: Random,
): Pick<Forecast, 'pass' | 'low' | 'high' | 'broken' | 'tests'> {
  const { standard, posterior, settings } = input;
  const { outer } = settings;
  const fast = fastLimits(standard);
  const maker = testMaker(input, random, 'alike');
  const passes = new Float64Array(outer);
  const broken = new Map<string, number>();
  const fail = (limit: string, chance: number) => broken.set(limit, (broken.get(limit) ?? 0) + chance);
  const one = new Uint16Array(LONGEST + 64);
  const rest = new Uint16Array(LONGEST + 64);
  const heldBy = (atMost: Float64Array, at: number, sure: number): number =>
    at < 0 ? 1 : at < sure ? 0 : (atMost[at - sure] ?? 1);
  for (let o = 0; o < outer; o += 1) {
    const learner = maker.learner();
    const others = clearOf(learner);
    for (let i = 0; i < CHANCE_ORDERS; i += 1) {
      const sure = maker.questions(one);
      const count = maker.order(learner, one, sure);
      const { at, limit } = fast.firstBreach(one, count);
      const held = heldBy(learner.atMost, at, sure);
      // Marks of which the first one fails are left out of the order: that none comes has a chance of its own.
      let left = 0;
      for (let n = 0; n < count; n += 1) {
        const cell = one[n] ?? NO_MARK;
        if (n >= sure && maker.fatal[cell] === 1) continue;
        rest[left] = cell;
        left += 1;
      }
      const passed = heldBy(learner.atMostRest, fast.firstBreach(rest, left).at, sure);
      passes[o] = (passes[o] ?? 0) + (passed * learner.noFatal * others) / CHANCE_ORDERS;
      if (at >= 0) fail(fast.limits[limit] ?? '', 1 - held);
      let clear = held;
      learner.hazards.forEach((chance, n) => {
        fail(posterior.hazards[n]?.limit ?? '', clear * chance);
        clear *= 1 - chance;
      });
    }
  }
  const pass = passes.reduce((sum, value) => sum + value, 0) / Math.max(1, outer);
  const sorted = [...passes].sort((a, b) => a - b);
  const [low, high] = QUANTILES.map((q) => quantile(sorted, q));
  const failed = [...broken.values()].reduce((sum, chance) => sum + chance, 0);
  return {
    pass,
    low: Math.min(low ?? pass, pass),
    high: Math.max(high ?? pass, pass),
    broken: [...broken]
      .map(([limit, chance]) => ({ limit, share: failed > 0 ? chance / failed : 0 }))
      .filter(({ share }) => share > 0)
      .sort((a, b) => b.share - a.share),
    tests: outer * CHANCE_ORDERS,
  };
}

/** The chance that no limit of time, attempts or a reading is broken. */
const clearOf = ({ hazards }: DrawnLearner): number =>
  hazards.reduce((clear, chance) => clear * (1 - chance), 1);

/** Tests that are kept as they were drawn, so that "what if" is asked of the very same ones. */
function* drawTests(input: ForecastInput, random: Random): Generator<number, SimulatedTests> {
  const { outer, inner } = input.settings;
  const maker = testMaker(input, random, 'apart');
  let marks = new Uint16Array(outer * inner * 32);
  let luck = new Float32Array(marks.length);
  const starts = new Uint32Array(outer * inner + 1);
  const sure = new Uint8Array(outer * inner);
  const atMost: Float64Array[] = [];
  const others = new Float64Array(outer);
  const one = new Uint16Array(LONGEST + 64);
  for (let o = 0; o < outer; o += 1) {
    const learner = maker.learner();
    atMost.push(learner.atMost);
    others[o] = clearOf(learner);
    for (let i = 0; i < inner; i += 1) {
      const test = o * inner + i;
      sure[test] = maker.questions(one);
      const count = maker.order(learner, one, sure[test] ?? 0);
      const from = starts[test] ?? 0;
      if (from + count > marks.length) [marks, luck] = [longer(marks), longer(luck)];
      for (let n = 0; n < count; n += 1) {
        marks[from + n] = one[n] ?? 0;
        luck[from + n] = random();
      }
      starts[test + 1] = from + count;
    }
    if (o % 10 === 9) yield 0.1 + (0.7 * (o + 1)) / outer;
  }
  return { marks, luck, starts, sure, atMost, others, inner };
}

/** The same with room for twice as much and more. */
function longer<T extends Uint16Array | Float32Array>(array: T): T {
  const room =
    array instanceof Uint16Array
      ? new Uint16Array(2 * array.length + 4_096)
      : new Float32Array(2 * array.length + 4_096);
  room.set(array);
  return room as T;
}

/** Of numbers in rising order, between the nearest two. */
function quantile(sorted: readonly number[], q: number): number {
  const place = q * (sorted.length - 1);
  const below = sorted[Math.floor(place)] ?? 0;
  return below + ((sorted[Math.ceil(place)] ?? below) - below) * (place - Math.floor(place));
}

/** No test has more marks; whoever makes more does not pass by any standard. */
const LONGEST = 1_500;
/** The chance of more marks than are drawn. */
const BEYOND = 5e-4;
/** Beyond this the first term of the sum would vanish. */
const GREATEST_MEAN = 600;

/**
 * The chance that at most n marks come, for n from nought: negative binomial with mean `mean` and shape
 * `daySpread` (a Poisson number under the day factor); Poisson itself when days are even.
 */
function atMostOf(mean: number, daySpread: number): Float64Array {
  const even = daySpread >= EVEN_DAYS;
  const mu = Math.min(GREATEST_MEAN, mean);
  const ratio = even ? mu : mu / (daySpread + mu);
  let term = even ? Math.exp(-mu) : Math.pow(1 - ratio, daySpread);
  let length = 0;
  for (let sum = 0; length < LONGEST; length += 1) {
    sum += term;
    sumsSoFar[length] = Math.min(1, sum);
    if (length > mu && 1 - sum < BEYOND) break;
    term *= even ? mu / (length + 1) : ((length + daySpread) / (length + 1)) * ratio;
  }
  return sumsSoFar.slice(0, length + 1);
}

/** Room for the sums of one learner while they are added up. */
const sumsSoFar = new Float64Array(LONGEST);

/**
 * The chance that no fatal mark comes, and how many others come then: with none of them seen the day is likelier to be
 * a good one (a gamma number with shape k and rate k + the fatal marks expected).
 */
function withoutFatal(
  all: number,
  fatal: number,
  daySpread: number,
): Pick<DrawnLearner, 'noFatal' | 'atMostRest'> {
  if (daySpread >= EVEN_DAYS)
    return { noFatal: Math.exp(-fatal), atMostRest: atMostOf(all - fatal, daySpread) };
  const share = daySpread / (daySpread + fatal);
  return { noFatal: Math.pow(share, daySpread), atMostRest: atMostOf((all - fatal) * share, daySpread) };
}

/** The sums and where to begin hold until the next one is drawn. */
interface DrawnLearner {
  /** Summed rates, cell after cell, and where to begin to look for each 256th part of the whole. */
  readonly sums: Float64Array;
  readonly guide: Uint16Array;
  readonly total: number;
  readonly atMost: Float64Array;
  /** Chance that no mark comes of which one fails the test, and how many others come then. */
  readonly noFatal: number;
  readonly atMostRest: Float64Array;
  readonly hazards: readonly number[];
}

/**
 * Draws learners from the posterior, and tests of a learner.
 *
 * @param cellsAs `alike`: rates of cells that count alike are drawn as one, for nobody asks for items; else `apart`
 */
function testMaker(
  { standard, posterior, settings, wrong }: ForecastInput,
  random: Random,
  cellsAs: 'alike' | 'apart',
) {
  const { cells, cellOf, alike, firstBreach } = fastLimits(standard);
  const plan = manoeuvrePlan(standard);
  const kinds = [...new Set([...plan.from, ...plan.share.keys()])];
  const open = cells.map(({ needs }) => (needs === null ? -1 : kinds.indexOf(needs)));
  const { questions } = standard;
  const askedCells =
    questions && wrong
      ? [questions.item.explain, questions.item.demonstrate].map((item) =>
          cellOf(item, questions.severity, null),
        )
      : [];
  const asked = new Set(askedCells);
  const drawn = new Uint8Array(kinds.length);
  const order = plan.from.map((kind) => kinds.indexOf(kind));

  const drawKinds = () => {
    drawn.fill(0);
    for (let n = 0; n < plan.draw; n += 1) {
      const other = n + Math.floor(random() * (order.length - n));
      [order[n], order[other]] = [order[other] ?? 0, order[n] ?? 0];
      drawn[order[n] ?? 0] = 1;
    }
    for (const [kind, share] of plan.share) if (random() < share) drawn[kinds.indexOf(kind)] = 1;
  };

  // Sums of gamma numbers of one scale are gamma numbers.
  const drawnAs = new Map<
    string,
    { cell: number; alpha: number; readonly beta: number; readonly needs: string | null }
  >();
  posterior.small.forEach((rate, cell) => {
    if (!rate) return;
    const needs = cells[cell]?.needs ?? null;
    const key =
      cellsAs === 'alike' && !asked.has(cell)
        ? `${alike[cell]} ${needs ?? ''} ${needs === null ? rate.beta : ''}`
        : String(cell);
    const known = drawnAs.get(key);
    if (known) known.alpha += rate.alpha;
    else drawnAs.set(key, { cell, alpha: rate.alpha, beta: rate.beta, needs });
  });
  const together = [...drawnAs.values()];

  // What can come in any test, and whose first mark breaks a limit.
  const fatal = Uint8Array.from(cells, (_, cell) =>
    (open[cell] ?? -1) < 0 && firstBreach(Uint16Array.of(cell), 1).at === 0 ? 1 : 0,
  );

  const courseDrawn = (): CourseRates | undefined => {
    let left = random();
    return posterior.courses.find(({ chance }) => (left -= chance) < 0) ?? posterior.courses.at(-1);
  };

  // One learner after another is written in the same places, for room of their own takes longer than the rest.
  const rates = new Float64Array(cells.length);
  const sums = new Float64Array(cells.length);
  const guide = new Uint16Array(GUIDES);

  return {
    fatal,
    learner: (): DrawnLearner => {
      rates.fill(0);
      const course = courseDrawn();
      let road = 0;
      for (const { cell, alpha, beta, needs } of together) {
        const seen = needs === null ? beta : (course?.seen.get(needs) ?? beta);
        const rate = drawGamma(random, Math.max(1e-6, alpha)) / seen;
        rates[cell] = rate;
        if (needs === null) road += rate;
      }
      // How the level is shared is one thing, how high it is another.
      if (course && road > 0) {
        const level = drawGamma(random, Math.max(1e-6, course.level.alpha)) / course.level.beta;
        for (const { cell, needs } of together)
          if (needs === null) rates[cell] = ((rates[cell] ?? 0) * level) / road;
      }
      // What is asked is a part of the level too, but comes by what is remembered.
      for (const cell of asked) if (cell !== null) rates[cell] = 0;
      posterior.grave.forEach(({ cells: of, shares }, n) => {
        const { alpha, beta } = course?.grave[n] ?? { alpha: 0, beta: 1 };
        const whole = drawGamma(random, Math.max(1e-6, alpha)) / beta;
        for (let k = 0; k < of.length; k += 1) rates[of[k] ?? 0] = whole * (shares[k] ?? 0);
      });
      let [total, ofFatal] = [0, 0];
      for (let cell = 0; cell < rates.length; cell += 1) {
        const rate = rates[cell] ?? 0;
        total += rate;
        sums[cell] = total;
        if (fatal[cell] === 1) ofFatal += rate;
      }
      guideTo(guide, sums, total);
      const hazards = posterior.hazards.map(({ a, b }) => drawBeta(random, a, b));
      return {
        sums,
        guide,
        total,
        atMost: atMostOf(settings.nerves * total, settings.daySpread),
        ...withoutFatal(settings.nerves * total, settings.nerves * ofFatal, settings.daySpread),
        hazards,
      };
    },
    /** Safety questions that go wrong come first. @returns how many */
    questions: (into: Uint16Array): number => {
      const [first] = askedCells;
      if (!wrong || first === undefined || first === null) return 0;
      let count = 0;
      let left = random();
      for (const chance of wrong) {
        left -= chance;
        if (left < 0 || count + 1 >= wrong.length) break;
        into[count] = first;
        count += 1;
      }
      return count;
    },
    /** The order in which marks would come, after those that are there. @returns how many there are then */
    order: ({ sums, guide, total, atMost }: DrawnLearner, into: Uint16Array, from: number): number => {
      if (kinds.length > 0) drawKinds();
      const count = from + (total > 0 ? atMost.length : 0);
      for (let n = from; n < count; n += 1) {
        const part = random();
        const wanted = part * total;
        let cell = guide[Math.floor(part * GUIDES)] ?? 0;
        while ((sums[cell] ?? Infinity) <= wanted) cell += 1;
        const needs = open[cell] ?? -1;
        into[n] = needs >= 0 && drawn[needs] === 0 ? NO_MARK : cell;
      }
      return count;
    },
  };
}

const GUIDES = 256;

/** Fills in for each part of the whole the first cell that can be meant. */
function guideTo(guide: Uint16Array, sums: Float64Array, total: number): void {
  const last = sums.length - 1;
  let part = 0;
  for (let cell = 0; cell <= last; cell += 1) {
    const end = cell === last ? GUIDES : Math.min(GUIDES, ((sums[cell] ?? 0) / total) * GUIDES);
    for (; part < end; part += 1) guide[part] = cell;
  }
}

/** The first index whose sum is above a number. */
function find(sums: Float64Array, x: number): number {
  let [low, high] = [0, sums.length - 1];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((sums[middle] ?? 0) > x) high = middle;
    else low = middle + 1;
  }
  return low;
}

/** So many tests are asked again for gains: more would move no gain by a per cent. */
const ASKED_AGAIN = 3_000;

/**
 * Gains by thinning: in every test the marks of one item are taken away as often as a ready learner would not have
 * made them, and the test is judged again.
 */
function gainsOf(standard: Standard, posterior: Posterior, tests: SimulatedTests): readonly Gain[] {
  const { cells, firstBreach } = fastLimits(standard);
  const items = [...new Set(cells.map(({ item }) => item))];
  const itemOfCell = Uint16Array.from(cells, ({ item }) => items.indexOf(item));
  const keep = Float64Array.from(cells, (_, n) =>
    Math.min(1, (posterior.ready[n] ?? 0) / Math.max(1e-12, posterior.means[n] ?? 0)),
  );
  const gained = new Float64Array(items.length);
  const seen = new Int32Array(items.length).fill(-1);
  const left = new Uint16Array(LONGEST + 64);
  const { marks, luck, starts } = tests;
  const all = starts.length - 1;
  const step = Math.max(1, Math.floor(all / ASKED_AGAIN));
  let asked = 0;
  for (let test = 0; test < all; test += step) {
    asked += 1;
    const [from, to] = [starts[test] ?? 0, starts[test + 1] ?? 0];
    const before = firstBreach(marks.subarray(from, to), to - from).at;
    // What comes after the breach changes nothing.
    if (before < 0) continue;
    const held = passWith(tests, test, before);
    for (let m = from; m <= from + before; m += 1) {
      const item = itemOfCell[marks[m] ?? NO_MARK];
      if (item === undefined || seen[item] === test) continue;
      seen[item] = test;
      for (let n = from; n < to; n += 1) {
        const cell = marks[n] ?? NO_MARK;
        left[n - from] = itemOfCell[cell] === item && (luck[n] ?? 0) >= (keep[cell] ?? 1) ? NO_MARK : cell;
      }
      gained[item] = (gained[item] ?? 0) + passWith(tests, test, firstBreach(left, to - from).at) - held;
    }
  }
  return items
    .map((item, n) => ({ item, gain: (gained[n] ?? 0) / Math.max(1, asked) }))
    .filter(({ gain }) => gain > 1e-9)
    .sort((a, b) => b.gain - a.gain || a.item.localeCompare(b.item));
}

function totalsOf(standard: Standard, tests: SimulatedTests): Forecast['totals'] {
  const { main } = fastLimits(standard);
  if (!main) return null;
  const { marks, luck, starts, sure, atMost, inner } = tests;
  const counts: number[] = [];
  for (let test = 0; test + 1 < starts.length; test += 1) {
    const from = starts[test] ?? 0;
    const lengths = atMost[Math.floor(test / inner)] ?? new Float64Array();
    const come = (sure[test] ?? 0) + find(lengths, luck[from] ?? 0.5);
    let total = 0;
    for (let n = from; n < Math.min(from + come, starts[test + 1] ?? 0); n += 1)
      total += main.adds[marks[n] ?? NO_MARK] ?? 0;
    const whole = Math.min(400, Math.round(total));
    counts[whole] = (counts[whole] ?? 0) + 1;
  }
  return { limit: main.limit, max: main.max, counts: Array.from(counts, (count) => count ?? 0) };
}
