import { describe, expect, it } from '@jest/globals';
import { noRecord, parseCheckup, type Checkup, type Tyre } from './checkup';
import { fitnessOf, LEGAL_TREAD } from './fitness';
import { checkItemIds, wheelIds } from './parts';

const TODAY = '2026-11-23';
const sound: Tyre = { tread: [6, 6, 6], pressure: 220, damaged: false };
const good = Object.fromEntries(checkItemIds.map((item) => [item, 'good'])) as Checkup['findings'];
const checkup = (changes: Partial<Checkup> = {}, rearRight: Partial<Tyre> = {}): Checkup => ({
  id: '00000000-0000-4000-8000-000000000001',
  at: '2026-11-20T09:00:00.000Z',
  odometer: 42_000,
  tyres: {
    'front-left': sound,
    'front-right': sound,
    'rear-left': sound,
    'rear-right': { ...sound, ...rearRight },
  },
  findings: good,
  note: '',
  ...changes,
});
const placard = { front: 220, rear: 220 };
const record = { ...noRecord, placard };
const told = (...parts: Parameters<typeof fitnessOf>) => {
  const { verdict, reasons } = fitnessOf(...parts);
  return [verdict, ...reasons.map(({ text }) => text)];
};

describe('whether a vehicle is fit for a test', () => {
  it('is fit when everything is in order', () => {
    expect(told(checkup(), record, TODAY)).toEqual(['fit']);
  });

  // Published: least tread 1.6 mm over the central three quarters of the width (GB construction and use rules;
  // directive 89/459/EEC, from memory). Each of the three places counts.
  it.each([
    [[6, 1.5, 6], 'not fit', 'centre'],
    [[1.5, 6, 6], 'not fit', 'inner'],
    [[6, 6, 1.59], 'not fit', 'outer'],
    [[6, 6, LEGAL_TREAD], 'advice', 'outer'],
    [[2.9, 6, 6], 'advice', 'inner'],
    [[3, 3, 3], 'fit', ''],
  ] as const)('by tread %p is %s', (tread, verdict, place) => {
    const [is, why = ''] = told(checkup({}, { tread }), record, TODAY);
    expect(is).toBe(verdict);
    expect(why).toContain(place);
  });

  it.each([
    [220, 'fit'],
    [199, 'fit'],
    [197, 'advice'],
    [160, 'not fit'],
    [280, 'not fit'],
    [null, 'fit'],
  ])('by a pressure of %p kPa where 220 are wanted is %s', (pressure, verdict) => {
    expect(told(checkup({}, { pressure }), record, TODAY)[0]).toBe(verdict);
  });

  it('says of pressures without a placard only that a tyre is too soft', () => {
    expect(told(checkup({}, { pressure: 170 }), noRecord, TODAY)).toEqual(['fit']);
    expect(told(checkup({}, { pressure: 32 }), noRecord, TODAY)).toEqual([
      'not fit',
      'Rear right tyre: 32 kPa, too soft to drive on',
    ]);
  });

  it('names each thing that is not in order, the grave ones first', () => {
    const findings = { ...good, 'washer-fluid': 'bad', horn: 'bad', belts: 'advice' } as const;
    expect(told(checkup({ findings }, { damaged: true }), record, TODAY)).toEqual([
      'not fit',
      'Rear right tyre: damaged',
      'Horn: not in order',
      'Seat belts: needs attention',
      'Washer fluid: not in order',
    ]);
  });

  it('asks for what was not looked at, and for a fresh look after a month', () => {
    const { horn: _horn, ...findings } = good;
    expect(told(checkup({ findings }), record, TODAY)).toEqual(['advice', 'Horn: not looked at']);
    expect(told(checkup(), record, '2026-12-21')).toEqual(['advice', 'Last checked 31 days ago']);
    expect(told(null, record, TODAY)).toEqual(['unknown', 'Nobody has checked it yet']);
  });

  it.each([
    ['2026-11-22', 'not fit', 'Insurance: ran out 1 day ago'],
    ['2026-11-23', 'advice', 'Insurance: runs out today'],
    ['2026-12-23', 'advice', 'Insurance: 30 days left'],
    ['2026-12-24', 'fit', undefined],
  ])('by insurance until %s is %s', (until, verdict, why) => {
    const papers = [{ kind: 'insurance', until }] as const;
    expect(told(checkup(), { ...record, papers }, TODAY)).toEqual(why ? [verdict, why] : [verdict]);
  });
});

describe('readings as they are typed', () => {
  it('are taken when a car can have them', () => {
    expect(parseCheckup(checkup()).ok).toBe(true);
  });

  it('are refused with their place when no car can', () => {
    const result = parseCheckup({
      ...checkup({}, { tread: [80, 6, -1], pressure: 900 }),
      odometer: -5,
      findings: { horn: 'splendid', sails: 'good' },
    });
    expect(result.ok ? [] : result.problems.map(({ path }) => path).sort()).toEqual(
      [
        'findings.horn',
        'findings.sails',
        'odometer',
        'tyres.rear-right.pressure',
        'tyres.rear-right.tread[0]',
        'tyres.rear-right.tread[2]',
      ].sort(),
    );
    expect(JSON.stringify(result)).toContain('no car tyre is deeper');
  });

  it('cover all four wheels', () => {
    const { 'rear-left': _gone, ...tyres } = checkup().tyres;
    expect(parseCheckup({ ...checkup(), tyres })).toMatchObject({ ok: false });
    expect(wheelIds).toHaveLength(4);
  });
});
