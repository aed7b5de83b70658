/** Everybody here is invented; so is the town of Pellam Cross where they drive. */

export const DEMO_PASSPHRASE = 'wren at the window';

export const demoInstructors = [
  { name: 'Maren Holtby', role: 'owner' },
  { name: 'Ifor Quennell', role: 'instructor' },
] as const;

/** Joined lately, and took over two of the learners. */
export const demoTrainee = {
  name: 'Noor Castellane',
  learners: ['Hamza Belkadi', 'Oskar Lindquave'],
} as const;

export const demoVehicles = [
  { name: 'Grey hatchback, manual', plate: 'OST 114' },
  { name: 'Blue hatchback, manual', plate: 'OST 207' },
  { name: 'White saloon, automatic', plate: 'CAD 338' },
] as const;

/** Goals of a debrief: whose, what, and whether it was reached since. */
export const demoGoals = {
  learner: 'Wanjiru Kamande',
  goals: [
    { text: 'Mirror before every change of speed', reached: true },
    { text: 'Look both ways when turning left', reached: false },
  ],
} as const;

/** How a learner's mocks go: the truth that the demo's pages then have to find out. */
export interface DemoLearner {
  readonly name: string;
  readonly standard: 'fault-ceiling' | 'graded-faults';
  readonly instructor: 0 | 1;
  readonly vehicle: 0 | 1 | 2;
  readonly mocks: number;
  /** Counting small faults in the first mock and in the last. */
  readonly faults: readonly [first: number, last: number];
  /** Chance of a grave fault in the first mock and in the last. */
  readonly grave: readonly [first: number, last: number];
  /** Skills that come back again and again, with how many times likelier they are. */
  readonly habits: Readonly<Record<string, number>>;
  /** Days from today to the licence test; none booked: null. */
  readonly testIn: number | null;
  /** Days from the last mock to today. */
  readonly lastMockAgo: number;
  /** How far above (or below) the instructor this learner rates a drive, of ten; and how far that wavers. */
  readonly sureness?: number;
  /** Number of a mock, from nought, that the weather cut short. */
  readonly cutShort?: number;
  /** Licence tests that were taken: days ago, and whether they were passed. */
  readonly results?: readonly (readonly [daysAgo: number, passed: boolean])[];
}

const learner = (
  name: string,
  standard: DemoLearner['standard'],
  crew: readonly [DemoLearner['instructor'], DemoLearner['vehicle']],
  how: Omit<DemoLearner, 'name' | 'standard' | 'instructor' | 'vehicle'>,
): DemoLearner => ({ name, standard, instructor: crew[0], vehicle: crew[1], ...how });

export const demoLearners: readonly DemoLearner[] = [
  // Nearly ready: steady fall, nothing grave for a while.
  learner('Ines Tavarro', 'fault-ceiling', [0, 0], {
    mocks: 7,
    faults: [19, 5],
    grave: [0.9, 0.02],
    habits: {},
    testIn: 9,
    lastMockAgo: 0,
  }),
  // A plateau: good at once, no better since.
  learner('Tomas Wielgosz', 'fault-ceiling', [0, 0], {
    mocks: 8,
    faults: [13, 12],
    grave: [0.35, 0.35],
    habits: { 'approach-speed': 3 },
    testIn: 23,
    lastMockAgo: 2,
    results: [[31, false]],
  }),
  // One bad habit: looking round before moving off.
  learner('Amara Okonwe', 'fault-ceiling', [0, 1], {
    mocks: 6,
    faults: [12, 8],
    grave: [0.2, 0.15],
    habits: { 'moving-off-check': 14 },
    testIn: 16,
    lastMockAgo: 1,
  }),
  // Too little evidence.
  learner('Yuto Hasebe', 'fault-ceiling', [1, 2], {
    mocks: 1,
    faults: [9, 9],
    grave: [0, 0],
    habits: {},
    testIn: 30,
    lastMockAgo: 19,
  }),
  learner('Leyla Farrokh', 'graded-faults', [1, 1], {
    mocks: 5,
    faults: [14, 6],
    grave: [0.6, 0.1],
    habits: { 'mirrors-before-direction': 4 },
    testIn: 12,
    lastMockAgo: 0,
  }),
  learner('Dafydd Penhale', 'fault-ceiling', [0, 0], {
    mocks: 6,
    faults: [22, 14],
    grave: [0.9, 0.5],
    habits: { hesitation: 4 },
    testIn: 37,
    lastMockAgo: 4,
    // Sure of everything, and wrong about it.
    sureness: 3.2,
    results: [[52, false]],
  }),
  learner('Sefa Taulalo', 'graded-faults', [1, 2], {
    mocks: 5,
    faults: [10, 9],
    grave: [0.3, 0.25],
    habits: { 'signal-cancel': 6 },
    testIn: 20,
    lastMockAgo: 3,
  }),
  learner('Bram Oosterwal', 'fault-ceiling', [0, 1], {
    mocks: 4,
    cutShort: 0,
    faults: [16, 10],
    grave: [0.7, 0.3],
    habits: {},
    testIn: 44,
    lastMockAgo: 6,
  }),
  learner('Priya Venkatesan', 'fault-ceiling', [1, 2], {
    mocks: 4,
    faults: [11, 4],
    grave: [0.3, 0.03],
    habits: {},
    testIn: 5,
    lastMockAgo: 1,
    // Better than they think.
    sureness: -3,
  }),
  learner('Nils Askeby', 'graded-faults', [1, 1], {
    mocks: 4,
    faults: [18, 12],
    grave: [0.8, 0.6],
    habits: { 'lane-discipline': 5 },
    testIn: null,
    lastMockAgo: 8,
  }),
  learner('Rosa Quilmar', 'fault-ceiling', [0, 0], {
    mocks: 3,
    faults: [24, 19],
    grave: [0.95, 0.8],
    habits: { stalling: 6 },
    testIn: null,
    lastMockAgo: 11,
  }),
  learner('Hamza Belkadi', 'fault-ceiling', [1, 2], {
    mocks: 3,
    faults: [8, 6],
    grave: [0.15, 0.1],
    habits: {},
    testIn: 27,
    lastMockAgo: 5,
  }),
  learner('Wanjiru Kamande', 'graded-faults', [0, 1], {
    mocks: 3,
    faults: [9, 5],
    grave: [0.3, 0.1],
    habits: {},
    testIn: 51,
    lastMockAgo: 7,
  }),
  learner('Oskar Lindquave', 'fault-ceiling', [1, 1], {
    mocks: 1,
    faults: [17, 17],
    grave: [1, 1],
    habits: {},
    testIn: null,
    lastMockAgo: 26,
  }),
];
