import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { eventsOf, instant, mockOf, standardWith } from '../testing';
import type { EventBody } from '../marking';
import { evidenceOf, manoeuvrePlan, requiredParts } from './evidence';
import { judgeReadiness } from './judgement';
import { settingsFrom, usualSettings } from './settings';
import { trendOf } from './trend';
import { trustOf } from './trust';

const NOW = '2026-11-25T09:00:00.000Z';
const road = standardWith({
  drive: { minutes: 40, independentMinutes: 20, manoeuvres: { draw: 1, from: ['bay-park'] } },
});

const driven = (bodies: readonly EventBody[], standard = road) =>
  evidenceOf(road, {
    mock: 't',
    startedAt: instant(0),
    route: 'a',
    retest: false,
    standard,
    events: eventsOf(bodies),
  });

describe('what a mock tells', () => {
  it('counts its marks by gravity and what was done', () => {
    const evidence = driven([
      { kind: 'stage', stage: 'independent' },
      { kind: 'manoeuvre', run: 'r', manoeuvre: 'garage', phase: 'start' },
      { kind: 'fault', item: 'look', severity: 'minor' },
      { kind: 'fault', item: 'look', severity: 'minor' },
      { kind: 'fault', item: 'mirror', severity: 'grave' },
    ]);
    expect(evidence).toMatchObject({
      small: 2,
      grave: 1,
      done: ['bay-park'],
      stages: ['independent'],
      passed: false,
    });
  });

  it('without an end it counts for its minutes, and says so; a few minutes do not count', () => {
    const short = driven([{ kind: 'fault', item: 'look', severity: 'minor' }]);
    expect(short.exposure).toBe(0);
    expect(short.notes[0]).toContain('too little to count');
    const open = evidenceOf(road, {
      mock: 't',
      startedAt: instant(0),
      route: null,
      retest: false,
      standard: road,
      events: eventsOf([{ kind: 'fault', item: 'look', severity: 'minor' }]).map((event) => ({
        ...event,
        at: new Date(Date.parse(instant(0)) + 20 * 60_000).toISOString(),
      })),
    });
    expect(open.exposure).toBeCloseTo(0.5, 6);
    expect(open.notes).toEqual(['Has no end: it counts for the minutes up to its last mark.']);
  });

  it('a mock under an earlier version, and one under another standard, say how they were carried', () => {
    const earlier = standardWith({ version: '0.9.0', drive: { minutes: 40 } });
    expect(driven([{ kind: 'end', how: 'finished' }], earlier).notes.join(' ')).toContain(
      'Marked under version 0.9.0',
    );
    const other = standardWith({ id: 'other', title: 'Other', drive: { minutes: 40 } });
    const notes = driven([{ kind: 'fault', item: 'look', severity: 'grave' }], other);
    expect(notes.notes.join(' ')).toContain('carried over by skill');
    expect(notes.grave).toBe(1);
  });

  it('a yard tells of its manoeuvres and nothing of the road', () => {
    const yard = standardWith({
      id: 'yard',
      drive: undefined,
      manoeuvres: [
        {
          id: 'garage',
          title: 'Garage',
          kind: 'bay-park',
          clock: { starts: 'reverse-gear' },
          limits: [{ id: 'p', of: 'points', per: 'manoeuvre', max: 5, because: 'b' }],
        },
      ],
    });
    const evidence = driven(
      [
        { kind: 'manoeuvre', run: 'r', manoeuvre: 'garage', phase: 'start' },
        { kind: 'fault', item: 'look', severity: 'minor', run: 'r' },
        { kind: 'end', how: 'finished' },
      ],
      yard,
    );
    expect(evidence).toMatchObject({ exposure: 0, done: ['bay-park'] });
    expect(evidence.notes[0]).toBe('Driven in a yard: it tells of the manoeuvres, not of the road.');
  });

  it('knows which manoeuvres come always, by lot, or now and then', () => {
    expect(requiredParts(road)).toEqual({
      kinds: expect.arrayContaining(['bay-park']),
      stages: ['independent'],
    });
    const drawn = standardWith({
      drive: {
        minutes: 40,
        emergencyStopShare: 0.33,
        manoeuvres: { draw: 1, from: ['bay-park', 'parallel-park'] },
      },
    });
    const plan = manoeuvrePlan(drawn);
    expect(plan.draw).toBe(1);
    expect(plan.from).toEqual(['bay-park', 'parallel-park']);
    expect(plan.share.get('emergency-stop')).toBe(0.33);
  });
});

describe('the four words', () => {
  const papers = { inOrder: true, said: 'seen at the last mock' };
  const held = { tests: 4, questionsRight: 0.95, papers, settings: usualSettings, now: NOW };
  const good = { pass: 0.9, low: 0.75, high: 0.97 };
  const mocks = [1, 8, 15].map((days, n) =>
    mockOf({
      covered: [],
      at: new Date(Date.parse(NOW) - days * 86_400_000).toISOString(),
      route: `r${n}`,
      done: ['bay-park', 'kerb-reverse-right'],
      stages: ['independent'],
    }),
  );
  const all = requiredParts(road).kinds;
  const whole = mocks.map((mock) => ({ ...mock, done: all }));

  it('ready when every condition is met', () => {
    const { word, conditions } = judgeReadiness(road, whole, good, held);
    expect(conditions.filter(({ met }) => !met)).toEqual([]);
    expect(word).toBe('ready');
  });

  it.each([
    ['mocks', whole.slice(0, 2), good, held, '1 more mock'],
    ['routes', whole.map((mock) => ({ ...mock, route: 'one' })), good, held, 'another route'],
    [
      'clean',
      whole.map((mock, n) => (n === 0 ? { ...mock, grave: 1 } : mock)),
      good,
      held,
      '2 mocks in a row',
    ],
    ['parts', whole.map((mock) => ({ ...mock, stages: [] })), good, held, 'Independent drive'],
    ['questions', whole, good, { ...held, questionsRight: 0.4 }, 'drill'],
    ['papers', whole, good, { ...held, papers: { inOrder: false, said: 'not seen' } }, 'documents'],
    ['pass', whole, { pass: 0.7, low: 0.5, high: 0.8 }, held, '80%'],
  ])(
    'nearly when only %s is missing, and it says what would meet it',
    (id, evidence, chance, how, wanted) => {
      const { word, conditions } = judgeReadiness(road, evidence, chance, how);
      expect(word).toBe('nearly');
      const unmet = conditions.filter(({ met }) => !met);
      expect(unmet.map((one) => one.id)).toEqual([id]);
      expect(unmet[0]?.wanted).toContain(wanted);
    },
  );

  it('not yet below the bound, and too little evidence before anything else', () => {
    expect(judgeReadiness(road, whole, { pass: 0.3, low: 0.2, high: 0.5 }, held).word).toBe('not yet');
    expect(judgeReadiness(road, whole, good, { ...held, tests: 0.5 }).word).toBe('too little evidence');
    expect(judgeReadiness(road, whole, { pass: 0.6, low: 0.1, high: 0.95 }, held).word).toBe(
      'too little evidence',
    );
  });

  it('a school’s settings change it, and nonsense does not', () => {
    const settings = settingsFrom({ mocks: 4, halfLife: -3, readyPass: 'high' });
    expect(settings).toEqual({ ...usualSettings, mocks: 4 });
    expect(judgeReadiness(road, whole, good, { ...held, settings }).word).toBe('nearly');
  });
});

describe('the trend', () => {
  const weeks = (rates: readonly number[]) =>
    rates.map((small, n) =>
      mockOf({ covered: [], small, at: new Date(Date.parse(NOW) + n * 7 * 86_400_000).toISOString() }),
    );

  it('draws no line through three points', () => {
    expect(trendOf(weeks([20, 12, 6]))).toBeNull();
  });

  it('finds the factor of an exact fall, and says that it falls', () => {
    const trend = trendOf(weeks([64, 32, 16, 8, 4]));
    expect(trend?.weekly).toBeCloseTo(0.5, 6);
    expect(trend?.says).toBe('falls');
  });

  it('solves the equations of the likelihood', () => {
    const small = [11, 14, 9, 12, 7, 10];
    const trend = trendOf(weeks(small));
    const b = Math.log(trend?.weekly ?? 1);
    const a = Math.log(trend?.line[0]?.rate ?? 1);
    const score = small.reduce((sum, y, x) => sum + (y - Math.exp(a + b * x)), 0);
    const slope = small.reduce((sum, y, x) => sum + x * (y - Math.exp(a + b * x)), 0);
    expect(Math.abs(score)).toBeLessThan(1e-6);
    expect(Math.abs(slope)).toBeLessThan(1e-6);
    expect(trend?.says).toBe('neither');
  });

  it('says just what its interval shows', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 25 }), { minLength: 4, maxLength: 12 }), (small) => {
        const trend = trendOf(weeks(small));
        if (!trend) return;
        const { low, high, says } = trend;
        expect(says).toBe(high < 1 ? 'falls' : low > 1 ? 'rises' : 'neither');
        expect(low).toBeLessThanOrEqual(high);
      }),
    );
  });
});

describe('trust', () => {
  it('scores are those of the definitions, against the base rate', () => {
    const results = [
      { pass: 0.9, passed: true },
      { pass: 0.8, passed: true },
      { pass: 0.3, passed: false },
      { pass: 0.6, passed: false },
    ];
    const trust = trustOf(results);
    expect(trust?.brier).toBeCloseTo((0.01 + 0.04 + 0.09 + 0.36) / 4, 12);
    expect(trust?.brierBase).toBeCloseTo(0.25, 12);
    expect(trust?.logLoss).toBeCloseTo(
      -(Math.log(0.9) + Math.log(0.8) + Math.log(0.7) + Math.log(0.4)) / 4,
      12,
    );
    expect(trust?.logLossBase).toBeCloseTo(Math.log(2), 12);
    expect(trust?.enough).toBe(false);
    expect(trust?.bins.reduce((sum, { count }) => sum + count, 0)).toBe(4);
    expect(trustOf([])).toBeNull();
  });

  it('a sure miss costs much, but not without bound', () => {
    expect(trustOf([{ pass: 0, passed: true }])?.logLoss).toBeCloseTo(-Math.log(0.005), 9);
  });
});

describe('help', () => {
  const evidence = (...of: ({ voice: number; hands: number } | null)[]) =>
    of.map((help, n) =>
      mockOf({ covered: [], help, at: new Date(Date.parse(NOW) - n * 86_400_000).toISOString() }),
    );
  const condition = (list: ReturnType<typeof evidence>, settings = usualSettings) =>
    judgeReadiness(
      road,
      list,
      { pass: 0.9, low: 0.8, high: 0.95 },
      {
        tests: 3,
        questionsRight: null,
        papers: { inOrder: true, said: '' },
        settings,
        now: NOW,
      },
    ).conditions.find(({ id }) => id === 'help');

  it('by voice up to twice in the last two mocks is little enough; by wheel or pedal once is not', () => {
    expect(condition(evidence({ voice: 1, hands: 0 }, { voice: 1, hands: 0 }))?.met).toBe(true);
    expect(condition(evidence({ voice: 2, hands: 0 }, { voice: 1, hands: 0 }))).toMatchObject({
      met: false,
      now: '3 prompts',
    });
    expect(condition(evidence({ voice: 0, hands: 1 }, { voice: 1, hands: 0 }))).toMatchObject({
      met: false,
      now: '1 prompt, 1 at wheel or pedals',
    });
    // What is longer ago is over.
    expect(
      condition(evidence({ voice: 0, hands: 0 }, { voice: 0, hands: 0 }, { voice: 9, hands: 3 }))?.met,
    ).toBe(true);
  });

  it('can be allowed more of, and is not asked about where nobody wrote it down', () => {
    const more = { ...usualSettings, helpHands: 1, helpMocks: 1 };
    expect(condition(evidence({ voice: 0, hands: 1 }, { voice: 9, hands: 9 }), more)?.met).toBe(true);
    expect(condition(evidence(null, null))).toBeUndefined();
    expect(condition(evidence(null, { voice: 5, hands: 0 }))?.met).toBe(false);
  });

  it('is read from the log, and unknown of a sheet of paper', () => {
    const events = eventsOf([
      { kind: 'intervention', by: 'voice' },
      { kind: 'intervention', by: 'wheel' },
      { kind: 'intervention', by: 'pedal' },
    ]);
    const mock = { mock: 't', startedAt: instant(0), route: null, retest: false, standard: road, events };
    expect(evidenceOf(road, mock).help).toEqual({ voice: 1, hands: 2 });
    expect(evidenceOf(road, { ...mock, onPaper: true }).help).toBeNull();
  });
});
