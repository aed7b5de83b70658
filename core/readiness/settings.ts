/** Every constant of the judgement of readiness, in one place; a school may change each (all ours). */
export interface ReadinessSettings {
  /** Days after which a mock weighs half. */
  readonly halfLife: number;
  /** How much the school's usual rates weigh, in tests. */
  readonly priorTests: number;
  /** How firmly the usual number of small faults is held of somebody nobody has seen: the larger, the firmer. */
  readonly levelShape: number;
  /** How much learners change in a week before anything was seen: spread of the logarithm of the factor. */
  readonly slopeSpread: number;
  /** Share of learners who do not change from week to week. */
  readonly steady: number;
  /** How much luck and nerves of a day move all faults together: the larger, the less. */
  readonly daySpread: number;
  /** Nerves: how many times as many faults on the day of the test as in a mock. */
  readonly nerves: number;
  /** Faults that a learner without any evidence, and a ready one, makes in a test. */
  readonly usualMinors: number;
  readonly readyMinors: number;
  readonly usualGrave: number;
  readonly readyGrave: number;
  /** What an hour of lessons on an item leaves of its rate. */
  readonly hourFactor: number;
  /** Conditions of "ready". */
  readonly readyPass: number;
  readonly readyLow: number;
  readonly nearlyPass: number;
  readonly mocks: number;
  readonly mockDays: number;
  readonly routes: number;
  readonly cleanMocks: number;
  /** In so many of the last mocks at most so much help, all together. */
  readonly helpMocks: number;
  readonly helpVoice: number;
  readonly helpHands: number;
  readonly questions: number;
  /** Less evidence than so many tests, or an interval wider than this, says too little. */
  readonly leastTests: number;
  readonly widest: number;
  /** Hours of lessons a week, where the diary holds none. */
  readonly weekHours: number;
  /** Simulated learners, and tests of each. */
  readonly outer: number;
  readonly inner: number;
}

export const usualSettings: ReadinessSettings = {
  halfLife: 56,
  priorTests: 1,
  levelShape: 2.5,
  slopeSpread: 0.15,
  steady: 0.4,
  daySpread: 8,
  nerves: 1,
  usualMinors: 10,
  readyMinors: 4,
  usualGrave: 0.35,
  readyGrave: 0.03,
  hourFactor: 0.75,
  readyPass: 0.8,
  readyLow: 0.6,
  nearlyPass: 0.55,
  mocks: 3,
  mockDays: 42,
  routes: 2,
  cleanMocks: 2,
  helpMocks: 2,
  helpVoice: 2,
  helpHands: 0,
  questions: 0.9,
  leastTests: 0.75,
  widest: 0.75,
  weekHours: 2,
  outer: 250,
  inner: 80,
};

/** What each is, its unit, and what it may be set to. */
export const settingWords: Readonly<
  Record<keyof ReadinessSettings, readonly [title: string, unit: string, least: number, most: number]>
> = {
  halfLife: ['Half-life of a mock', 'days', 3, 365],
  priorTests: ['Weight of the school’s usual rates', 'tests', 0.1, 10],
  levelShape: ['How alike new learners are', '', 0.5, 30],
  slopeSpread: ['Usual change of faults in a week', '', 0, 0.5],
  steady: ['Share of learners who stay as they are', '', 0, 0.99],
  daySpread: ['Day-to-day variation', '', 1, 100],
  nerves: ['Faults on the test day, times a mock’s', '', 0.5, 3],
  usualMinors: ['Small faults of a new learner', 'a test', 0.5, 40],
  readyMinors: ['Small faults of a ready learner', 'a test', 0.1, 20],
  usualGrave: ['Serious faults of a new learner', 'a test', 0.01, 3],
  readyGrave: ['Serious faults of a ready learner', 'a test', 0.001, 1],
  hourFactor: ['Share of faults left after a lesson hour', 'times', 0.2, 1],
  readyPass: ['Ready from a chance of', '', 0.3, 0.99],
  readyLow: ['with the low end of the range at', '', 0.1, 0.99],
  nearlyPass: ['Nearly from a chance of', '', 0.1, 0.98],
  mocks: ['Mocks needed', '', 1, 20],
  mockDays: ['within', 'days', 7, 365],
  routes: ['on different routes', '', 1, 10],
  cleanMocks: ['Last mocks without a serious fault', '', 0, 10],
  helpMocks: ['Last mocks in which help is counted', '', 0, 10],
  helpVoice: ['Prompts by voice in them, at most', '', 0, 30],
  helpHands: ['Times at wheel or pedals in them, at most', '', 0, 10],
  questions: ['Chance that all questions are right', '', 0, 1],
  leastTests: ['Too little evidence below', 'tests', 0.1, 10],
  widest: ['or from a range of', '', 0.1, 1],
  weekHours: ['Lesson hours a week, if none are booked', '', 0, 40],
  outer: ['Simulated learners', '', 20, 2_000],
  inner: ['Simulated tests of each', '', 10, 1_000],
};

/** Settings as a school keeps them: what is missing or out of bounds is as it ships. */
export function settingsFrom(kept: Readonly<Record<string, unknown>>): ReadinessSettings {
  const settings: Record<string, number> = { ...usualSettings };
  for (const [key, [, , least, most]] of Object.entries(settingWords)) {
    const value = kept[key];
    if (typeof value === 'number' && value >= least && value <= most) settings[key] = value;
  }
  return settings as unknown as ReadinessSettings;
}
