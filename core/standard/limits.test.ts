import { describe, expect, it } from '@jest/globals';
import { firstTest, instant, limitInput, standardWith } from '../testing';
import type { Happening, RunPhase } from './happening';
import { workOutLimits } from './limits';

type Step =
  | { item: string; severity?: string; run?: string; at?: number }
  | { run: string; manoeuvre?: string; phase: RunPhase; at?: number }
  | { measure: string; value: number; run?: string; at?: number };

/** Steps a second apart; the id of step n is `n`. */
function happenings(steps: readonly Step[]): Happening[] {
  return steps.map((step, n): Happening => {
    const base = { by: String(n), at: instant(step.at ?? n) };
    if ('item' in step)
      return {
        kind: 'mark',
        ...base,
        item: step.item,
        severity: step.severity ?? 'minor',
        run: step.run ?? null,
      };
    if ('phase' in step)
      return {
        kind: 'run',
        ...base,
        run: step.run,
        manoeuvre: step.manoeuvre ?? 'garage',
        phase: step.phase,
      };
    return { kind: 'measure', ...base, measure: step.measure, value: step.value, run: step.run ?? null };
  });
}

function work(limit: Record<string, unknown>, steps: readonly Step[], retest = false, extra = {}) {
  const standard = standardWith({ limits: [limitInput(limit)], ...extra });
  return workOutLimits(standard, happenings(steps), { ...firstTest, retest });
}

const look: Step = { item: 'look' };
const mirror: Step = { item: 'mirror' };
const stall: Step = { item: 'stall' };
const start = (run: string, manoeuvre = 'garage', at?: number): Step => ({
  run,
  manoeuvre,
  phase: 'start',
  ...(at === undefined ? {} : { at }),
});

describe('a limit is breached one past its maximum, by the mark that went past', () => {
  const cases: [string, Record<string, unknown>, Step[], { total: number; by: string; scope: object }][] = [
    ['faults in the test', { max: 2 }, [look, stall, look], { total: 3, by: '2', scope: { per: 'test' } }],
    [
      'faults in a section',
      { per: 'section', max: 1 },
      [look, stall, mirror],
      { total: 2, by: '2', scope: { per: 'section', id: 'looking' } },
    ],
    [
      'faults on an item',
      { per: 'item', max: 1 },
      [look, mirror, look],
      { total: 2, by: '2', scope: { per: 'item', id: 'look' } },
    ],
    [
      'points, the item before the severity',
      { of: 'points', max: 3 },
      [stall, look, look],
      { total: 4, by: '2', scope: { per: 'test' } },
    ],
    [
      'faults by tag',
      { where: { tags: ['observation'] } },
      [stall, look],
      { total: 1, by: '1', scope: { per: 'test' } },
    ],
    [
      'faults by skill',
      { where: { skills: ['stalling'] } },
      [look, stall],
      { total: 1, by: '1', scope: { per: 'test' } },
    ],
    [
      'faults by item',
      { where: { items: ['stall'] } },
      [look, stall],
      { total: 1, by: '1', scope: { per: 'test' } },
    ],
    [
      'faults by every key given',
      { where: { sections: ['looking'], severities: ['grave'] } },
      [{ item: 'stall', severity: 'grave' }, look, { item: 'mirror', severity: 'grave' }],
      { total: 1, by: '2', scope: { per: 'test' } },
    ],
    [
      'faults in a manoeuvre by its kind',
      { where: { manoeuvres: ['kerb-reverse-right'] }, per: 'manoeuvre' },
      [start('a'), start('b', 'kerb'), { item: 'look', run: 'a' }, { item: 'look', run: 'b' }],
      { total: 1, by: '3', scope: { per: 'manoeuvre', run: 'b' } },
    ],
    [
      'faults in one attempt',
      { per: 'attempt', max: 1 },
      [
        start('a'),
        { item: 'look', run: 'a' },
        { run: 'a', phase: 'attempt' },
        { run: 'a', phase: 'attempt' },
        { item: 'look', run: 'a' },
        { item: 'look', run: 'a' },
      ],
      { total: 2, by: '5', scope: { per: 'attempt', run: 'a', attempt: 2 } },
    ],
    [
      'attempts in a run',
      { of: 'attempts', per: 'manoeuvre', max: 1 },
      [start('a'), { run: 'a', phase: 'attempt' }, { run: 'a', phase: 'attempt' }],
      { total: 2, by: '2', scope: { per: 'manoeuvre', run: 'a' } },
    ],
    [
      'movements in an attempt',
      { of: 'movements', per: 'attempt', max: 1 },
      [
        start('a'),
        { run: 'a', phase: 'movement' },
        { run: 'a', phase: 'attempt' },
        { run: 'a', phase: 'attempt' },
        { run: 'a', phase: 'movement' },
        { run: 'a', phase: 'movement' },
      ],
      { total: 2, by: '5', scope: { per: 'attempt', run: 'a', attempt: 2 } },
    ],
    [
      'shunts over the whole test',
      { of: 'shunts', max: 1 },
      [start('a'), start('b'), { run: 'a', phase: 'shunt' }, { run: 'b', phase: 'shunt' }],
      { total: 2, by: '3', scope: { per: 'test' } },
    ],
    [
      'seconds of a run, from its clock',
      { of: 'seconds', per: 'manoeuvre', max: 180 },
      [start('a', 'garage', 0), { run: 'a', phase: 'clock', at: 20 }, { run: 'a', phase: 'stop', at: 200.5 }],
      { total: 180.5, by: '2', scope: { per: 'manoeuvre', run: 'a' } },
    ],
    [
      'seconds of all runs together',
      { of: 'seconds', max: 10 },
      [
        start('a', 'garage', 0),
        { run: 'a', phase: 'end', at: 6 },
        start('b', 'kerb', 20),
        { run: 'b', phase: 'stop', at: 25 },
      ],
      { total: 11, by: '3', scope: { per: 'test' } },
    ],
    [
      'seconds of one attempt',
      { of: 'seconds', per: 'attempt', max: 10 },
      [
        start('a', 'garage', 0),
        { run: 'a', phase: 'attempt', at: 1 },
        { run: 'a', phase: 'attempt', at: 9 },
        { run: 'a', phase: 'stop', at: 20 },
      ],
      { total: 11, by: '3', scope: { per: 'attempt', run: 'a', attempt: 2 } },
    ],
    [
      'the greatest reading of a measure',
      { of: 'measure:rollBack', max: 30 },
      [
        { measure: 'rollBack', value: 20 },
        { measure: 'rollBack', value: 31 },
        { measure: 'rollBack', value: 5 },
      ],
      { total: 31, by: '1', scope: { per: 'test' } },
    ],
    [
      'the sum of a measure in a run',
      { of: 'measure:stalls', per: 'manoeuvre', max: 2 },
      [
        start('a'),
        { measure: 'stalls', value: 2, run: 'a' },
        { measure: 'stalls', value: 9 },
        { measure: 'stalls', value: 1, run: 'a' },
      ],
      { total: 3, by: '3', scope: { per: 'manoeuvre', run: 'a' } },
    ],
  ];
  it.each(cases)('%s', (_title, limit, steps, { total, by, scope }) => {
    const max = Number(limit.max ?? 0);
    const past = work(limit, steps);
    expect(past.breaches).toEqual([{ limit: 'tested', scope, total, max, at: expect.any(String), by }]);
    const exactly = work({ ...limit, max: total }, steps);
    expect(exactly.breaches).toEqual([]);
  });
});

describe('what counts', () => {
  it('leaves noted marks out unless a limit names them', () => {
    const noted: Step = { item: 'look', severity: 'noted' };
    expect(work({}, [noted]).breaches).toEqual([]);
    expect(work({ where: { severities: ['noted'] } }, [noted]).breaches).toHaveLength(1);
  });

  it('lets marks under a cap count up to its maximum, in time order, and no further', () => {
    const caps = [{ id: 'once', of: 'faults', where: { sections: ['looking'] }, max: 1, because: 'Once.' }];
    const result = work({ max: 1 }, [look, mirror, look], false, { caps });
    expect(result.breaches).toEqual([]);
    expect(result.headroom[0]).toMatchObject({ total: 1, left: 0, times: 1, marks: [0] });
    expect(result.marks.map(({ uncounted }) => uncounted)).toEqual([
      null,
      { why: 'cap', cap: 'once' },
      { why: 'cap', cap: 'once' },
    ]);
  });

  it('does not spend a cap on noted marks', () => {
    const caps = [{ id: 'once', of: 'faults', where: { sections: ['looking'] }, max: 1, because: 'Once.' }];
    const result = work({}, [{ item: 'look', severity: 'noted' }, look], false, { caps });
    expect(result.breaches).toHaveLength(1);
  });

  it('counts nothing after the mark that ends the test, and that mark in every limit it matches', () => {
    const limits = [
      limitInput({ id: 'ending', where: { severities: ['grave'] }, ends: true }),
      limitInput({ id: 'all', max: 1 }),
      limitInput({ id: 'points', of: 'points', max: 1000 }),
    ];
    const steps: Step[] = [
      look,
      { item: 'mirror', severity: 'grave' },
      look,
      { measure: 'stalls', value: 3 },
    ];
    const result = workOutLimits(standardWith({ limits }), happenings(steps), firstTest);
    expect(result.ending).toMatchObject({ limit: 'ending', by: '1' });
    expect(result.breaches.map(({ limit }) => limit)).toEqual(['ending', 'all']);
    expect(result.headroom.find(({ limit }) => limit === 'points')?.total).toBe(12);
    expect(result.marks.at(-1)?.uncounted).toEqual({ why: 'ended' });
  });

  it('goes on past a breach that does not end the test', () => {
    expect(work({ max: 0 }, [look, look, look]).breaches).toEqual([
      { limit: 'tested', scope: { per: 'test' }, total: 3, max: 0, at: instant(0), by: '0' },
    ]);
  });

  it('adds tenths of points without drift', () => {
    const severities = [{ id: 'minor', label: 'Minor', short: 'M', gravity: 1, points: 0.1 }];
    const sections = [
      { id: 's', title: 'S', items: [{ id: 'look', label: 'L', skill: 'signs', severities: ['minor'] }] },
    ];
    const of30 = Array.from({ length: 30 }, () => look);
    const result = work({ of: 'points', max: 3 }, of30, false, {
      severities,
      sections,
      questions: undefined,
    });
    expect(result.breaches).toEqual([]);
    expect(result.headroom[0]?.left).toBe(0);
  });
});

describe('limits of a manoeuvre', () => {
  const manoeuvres = (limit: Record<string, unknown>) => [
    {
      id: 'garage',
      title: 'Garage',
      kind: 'bay-park',
      clock: { starts: 'reverse-gear', retestExtraSeconds: 300 },
      limits: [limitInput({ id: 'own', ...limit })],
    },
    { id: 'kerb', title: 'Kerb', kind: 'kerb-reverse-right' },
  ];
  const timed = (manoeuvre: string): Step[] => [
    start('a', manoeuvre, 0),
    { run: 'a', manoeuvre, phase: 'stop', at: 200 },
  ];
  const own = { of: 'seconds', per: 'manoeuvre', max: 180, ends: true };

  it('bind the runs of that manoeuvre only', () => {
    const at = (manoeuvre: string) =>
      work({ max: 99 }, timed(manoeuvre), false, { manoeuvres: manoeuvres(own) }).breaches;
    expect(at('garage')).toHaveLength(1);
    expect(at('kerb')).toEqual([]);
  });

  it('get the extra seconds of a re-test', () => {
    const result = work({ max: 99 }, timed('garage'), true, { manoeuvres: manoeuvres(own) });
    expect(result.breaches).toEqual([]);
    expect(result.headroom.find(({ limit }) => limit === 'own')).toMatchObject({ max: 480, left: 280 });
  });

  it('do not stretch limits of points on a re-test', () => {
    const points = { of: 'points', per: 'manoeuvre', max: 5 };
    const result = work({ max: 99 }, timed('garage'), true, { manoeuvres: manoeuvres(points) });
    expect(result.headroom.find(({ limit }) => limit === 'own')?.max).toBe(5);
  });

  it('show their headroom from the start of a run', () => {
    const result = work({ max: 99 }, [start('a')], false, {
      manoeuvres: manoeuvres({ of: 'points', per: 'manoeuvre', max: 5 }),
    });
    expect(result.headroom.find(({ limit }) => limit === 'own')).toMatchObject({ total: 0, left: 5 });
  });
});
