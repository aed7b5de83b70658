import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { KMH, MPH } from '../network';
import { skillAreas } from '../standard';
import {
  amber,
  amberChoice,
  constantIds,
  constants,
  constantsOf,
  cue,
  delayCost,
  emerging,
  explanationOf,
  figures,
  fiveLooks,
  followingGap,
  glanceSummary,
  mirrorInterval,
  questionIds,
  readSpeed,
  roads,
  roomToPass,
  speedAfter,
  speedToStopIn,
  stopping,
  stoppingByRule,
  turns,
  turnSide,
  usual,
  withValues,
  type FigureId,
} from '.';

const speed = fc.double({ min: 1, max: 40, noNaN: true });
const grade = fc.double({ min: -0.12, max: 0.12, noNaN: true });

// Published: The Highway Code (GB), rule 126, "Typical stopping distances".
const table = [
  [20, 6, 6, 12],
  [30, 9, 14, 23],
  [40, 12, 24, 36],
  [50, 15, 38, 53],
  [60, 18, 55, 73],
  [70, 21, 75, 96],
] as const;

describe('stopping', () => {
  it.each(table)(
    'from %d mph by the rule takes %d + %d = %d m (published)',
    (mph, thinking, braking, total) => {
      const rule = stoppingByRule(mph * MPH);
      expect(Math.round(rule.thinking)).toBe(thinking);
      expect(Math.round(rule.braking)).toBe(braking);
      // The printed sum is that of the rounded parts.
      expect(Math.abs(rule.total - total)).toBeLessThan(0.75);
      // Physics with 0.67 s and 6.57 m/s² says the same.
      const physics = stopping(mph * MPH);
      expect(Math.abs((physics?.total ?? 0) - rule.total)).toBeLessThan(0.02 * rule.total + 0.2);
    },
  );

  it('takes twice the braking distance when wet and ten times on ice (published: rules 227 and 230)', () => {
    for (const [road, times] of [
      ['wet', 2],
      ['ice', 10],
    ] as const) {
      expect(stoppingByRule(20, road).braking).toBeCloseTo(times * stoppingByRule(20).braking, 9);
      expect(stopping(20, { road })?.braking).toBeCloseTo(times * (stopping(20)?.braking ?? 0), 9);
      expect(stopping(20, { road })?.thinking).toBe(stopping(20)?.thinking);
    }
  });

  it('is what driving through it step by step gives', () => {
    fc.assert(
      fc.property(speed, grade, fc.constantFrom('dry', 'wet'), (v, slope, road) => {
        const found = stopping(v, { road: road as 'dry' | 'wet', grade: slope });
        if (!found) return;
        const a = usual.braking / (road === 'wet' ? 2 : 1) + usual.gravity * slope;
        let [now, at, time] = [v, 0, 0];
        const step = 0.001;
        while (now > 0 && time < 300) {
          const next = time < usual.reaction ? now : Math.max(0, now - a * step);
          at += ((now + next) / 2) * step;
          now = next;
          time += step;
        }
        expect(Math.abs(at - found.total)).toBeLessThan(0.02 + 0.002 * found.total);
        expect(Math.abs(time - found.seconds)).toBeLessThan(0.05);
      }),
      { numRuns: 30 },
    );
  });

  it('grows with speed and downhill, and has no end where the slope is steeper than the brakes', () => {
    fc.assert(
      fc.property(speed, speed, grade, (a, b, slope) => {
        const [slow, fast] = [Math.min(a, b), Math.max(a, b)];
        expect(stopping(slow, { grade: slope })?.total ?? 0).toBeLessThanOrEqual(
          stopping(fast, { grade: slope })?.total ?? 0,
        );
        expect(stopping(a, { grade: slope - 0.01 })?.total ?? Infinity).toBeGreaterThan(
          stopping(a, { grade: slope })?.total ?? Infinity,
        );
        // The fastest speed for a distance is the one whose distance it is.
        const total = stopping(a, { grade: slope })?.total ?? 0;
        expect(speedToStopIn(total, { grade: slope })).toBeCloseTo(a, 6);
      }),
    );
    expect(stopping(10, { road: 'ice', grade: -0.08 })).toBeNull();
    expect(stopping(0, { road: 'ice', grade: -0.08 })).toMatchObject({ total: 0 });
    expect(speedToStopIn(50, { road: 'ice', grade: -0.08 })).toBe(0);
  });
});

describe('the speed that is left', () => {
  it('is the whole of it while thinking, nothing from the stopping distance on, and fits the energy between', () => {
    fc.assert(
      fc.property(speed, fc.double({ min: 0, max: 1, noNaN: true }), (v, share) => {
        const found = stopping(v);
        if (!found) return;
        expect(speedAfter(share * found.thinking, v)).toBe(v);
        expect(speedAfter(found.total + 0.001, v)).toBe(0);
        const left = speedAfter(found.thinking + share * found.braking, v);
        expect(left * left).toBeCloseTo(v * v * (1 - share), 6);
      }),
    );
    // Steeper than the brakes: it gets faster.
    expect(speedAfter(100, 10, { road: 'ice', grade: -0.1 })).toBeGreaterThan(10);
  });
});

describe('glances into the mirror', () => {
  it('are summed up as intervals, those that were too long among them', () => {
    expect(glanceSummary([])).toBeNull();
    expect(glanceSummary([5])).toBeNull();
    expect(glanceSummary([10, 18, 27, 42, 50])).toEqual({
      glances: 5,
      mean: 10,
      least: 8,
      most: 15,
      // From 8 to 9 s twice, then 15 s, then 8 s.
      spread: Math.sqrt(((8 - 10) ** 2 + (9 - 10) ** 2 + (15 - 10) ** 2 + (8 - 10) ** 2) / 3),
      late: 1,
    });
    expect(glanceSummary([0, 4, 8])?.late).toBe(0);
    expect(fiveLooks).toHaveLength(5);
  });
});

describe('the amber decision', () => {
  it('needs 3.2 s of amber from 30 mph on the flat (published: ITE kinematic change-interval equation)', () => {
    expect(amber(30 * MPH)?.neededAmber).toBeCloseTo(3.2, 1);
    // y = t + v / (2a + 2 g s), by hand: 1 + 13.4112 / (6.1 + 2 × 9.80665 × 0.05).
    expect(amber(30 * MPH, { grade: 0.05 })?.neededAmber).toBeCloseTo(2.894, 3);
    expect(amber(30 * MPH)?.stopFrom).toBeCloseTo(13.4112 + 29.484, 2);
    expect(amber(30 * MPH)?.goUpTo).toBeCloseTo(3 * 13.4112 - 24.2, 6);
  });

  it('has one zone where the amber is exactly as long as it takes to stop and to clear', () => {
    const v = 15;
    const needed = amber(v)?.neededToClear ?? 0;
    const exact = amber(v, {}, { ...usual, amber: needed });
    expect(exact?.goUpTo).toBeCloseTo(exact?.stopFrom ?? 0, 9);
  });

  it('agrees with braking and driving on, step by step', () => {
    fc.assert(
      fc.property(
        speed,
        grade,
        fc.double({ min: 0.5, max: 150, noNaN: true }),
        fc.double({ min: 2, max: 6, noNaN: true }),
        (v, slope, distance, light) => {
          const values = { ...usual, amber: light };
          const zones = amber(v, { grade: slope }, values);
          if (!zones) return;
          const close = (edge: number) => Math.abs(edge - distance) < 0.3;
          if (close(zones.stopFrom) || close(zones.goUpTo)) return;
          const [stops, clears] = driven(v, slope, distance, light);
          const wanted = stops ? (clears ? 'either' : 'stop') : clears ? 'go' : 'neither';
          expect(amberChoice(zones, distance)).toBe(wanted);
          const inside = (zone: { from: number; to: number } | null) =>
            zone !== null && distance > zone.from && distance < zone.to;
          expect(inside(zones.dilemma)).toBe(wanted === 'neither');
          expect(inside(zones.option)).toBe(wanted === 'either');
        },
      ),
      { numRuns: 200 },
    );
  });

  it('cannot be made where it is too steep to stop comfortably', () => {
    expect(amber(10, { grade: -0.4 })).toBeNull();
  });

  /** Whether a car stops before the line, and whether its rear is across before red, by small steps of time. */
  function driven(v: number, slope: number, distance: number, light: number): readonly [boolean, boolean] {
    const step = 0.005;
    const a = usual.amberBraking + usual.gravity * slope;
    let [at, now, time] = [0, v, 0];
    while (now > 0 && at < 1_000) {
      const next = time < usual.amberReaction ? now : Math.max(0, now - a * step);
      at += ((now + next) / 2) * step;
      now = next;
      time += step;
    }
    let rear = -usual.carLength;
    for (let t = 0; t < light; t += step) rear += v * Math.min(step, light - t);
    return [at <= distance, rear >= distance + usual.crossing];
  }
});

describe('gaps', () => {
  it('are 27 m in two seconds at 30 mph (published: rule 126), twice that when wet', () => {
    expect(Math.round(followingGap(30 * MPH).metres)).toBe(27);
    expect(followingGap(30 * MPH, 'wet')).toEqual({ seconds: 4, metres: 4 * 30 * MPH });
    expect(followingGap(10, 'ice').seconds).toBe(20);
    const gaps = roads.map((road) => followingGap(15, road).metres);
    expect([...gaps].sort((a, b) => a - b)).toEqual(gaps);
  });

  it('between glances into the mirror are 8 to 10 s (common practice)', () => {
    const { from, to } = mirrorInterval(30 * MPH);
    expect([Math.round(from.metres), Math.round(to.metres)]).toEqual([107, 134]);
  });
});

describe('directions', () => {
  it('come about 200 yards before at 30 mph and 800 on a fast road, early above 50 mph', () => {
    expect(cue(30 * MPH, 'imperial')).toMatchObject({ main: { text: '200 yards' }, early: null });
    expect(cue(70 * MPH, 'imperial')).toMatchObject({
      main: { text: '500 yards' },
      early: { text: '800 yards' },
    });
    expect(cue(5 * MPH, 'metric')).toMatchObject({ metres: 90, main: { text: '100 metres' } });
    fc.assert(
      fc.property(speed, speed, (a, b) => {
        const [slow, fast] = [Math.min(a, b), Math.max(a, b)];
        expect(cue(slow, 'metric').main.metres).toBeLessThanOrEqual(cue(fast, 'metric').main.metres);
      }),
    );
  });
});

describe('emerging', () => {
  it('is what driving it step by step gives: the vehicle behind comes no nearer than was allowed', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 4, max: 31, noNaN: true }),
        fc.constantFrom(...turns),
        fc.double({ min: 0.8, max: 3.5, noNaN: true }),
        (flow, turn, acceleration) => {
          const values = { ...usual, acceleration };
          const { join } = emerging(flow, turn, values);
          const way = turn === 'near' ? values.nearTurn : values.farTurn;
          // Along the lane from where it is joined; the other comes from behind at the speed of the traffic.
          const [nearest, before] = [join.metres, join.metres - 1].map((distance) => {
            let [own, now, time] = [-way, 0, 0];
            const step = 0.002;
            while (now < flow || own < 0) {
              time += step;
              if (time < values.startReaction) continue;
              const next = Math.min(flow, now + acceleration * step);
              own += ((now + next) / 2) * step;
              now = next;
            }
            // Once both are equally fast the distance stays as it is.
            return (own - values.carLength - (flow * time - distance)) / flow;
          });
          expect(Math.abs((nearest ?? 0) - values.emergeBehind)).toBeLessThan(0.03);
          expect(before ?? 0).toBeLessThan(values.emergeBehind);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('needs about what is published for passenger cars from a stop, with a second behind', () => {
    // AASHTO, intersection sight distance from a stop: 6.5 s for the near turn, 7.5 s for the far one (from memory);
    // there the vehicle behind may slow down to seven tenths of its speed.
    const values = { ...usual, emergeBehind: 1 };
    expect(Math.abs(emerging(30 * MPH, 'near', values).join.seconds - 6.5)).toBeLessThan(1.2);
    expect(Math.abs(emerging(30 * MPH, 'far', values).join.seconds - 7.5)).toBeLessThan(1);
  });

  it('needs more across a lane, in faster traffic and with less acceleration', () => {
    fc.assert(
      fc.property(fc.double({ min: 4, max: 30, noNaN: true }), (flow) => {
        const far = emerging(flow, 'far');
        expect(far.needed.seconds).toBeGreaterThanOrEqual(emerging(flow, 'near').needed.seconds);
        expect(far.needed.seconds).toBe(Math.max(far.join.seconds, far.cross?.seconds ?? 0));
        expect(emerging(flow + 1, 'near').join.metres).toBeGreaterThan(emerging(flow, 'near').join.metres);
        expect(emerging(flow, 'near', { ...usual, acceleration: 2.5 }).join.seconds).toBeLessThan(
          emerging(flow, 'near').join.seconds,
        );
      }),
    );
  });

  it('turns into the nearest lane to the side on which one drives', () => {
    expect([turnSide('near', 'left'), turnSide('far', 'left')]).toEqual(['left', 'right']);
    expect([turnSide('near', 'right'), turnSide('far', 'right')]).toEqual(['right', 'left']);
  });
});

describe('room to pass', () => {
  it.each([
    // A street of 8 m with parked rows on both sides (4 m): one car with a metre on each side, or two that meet?
    [{ width: 8, parked: 4, rows: 2, own: 1.9, oncoming: 1.9 }, 'one'],
    [{ width: 10, parked: 2, rows: 1, own: 1.9, oncoming: 1.9 }, 'both'],
    [{ width: 6.5, parked: 4, rows: 2, own: 1.9, oncoming: 1.9 }, 'slow'],
    [{ width: 6, parked: 4, rows: 2, own: 1.9, oncoming: 1.9 }, 'none'],
    [{ width: 5, parked: 0, rows: 0, own: 1.9, oncoming: 1.9 }, 'both'],
  ] as const)('in %j: %s', (street, passing) => {
    expect(roomToPass(street).passing).toBe(passing);
  });
});

describe('a delay', () => {
  it('costs what driving it step by step loses', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 5, max: 30, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 30, noNaN: true }),
        (v, share, wait) => {
          const u = share * v;
          const { seconds, metres } = delayCost(v, u, wait);
          const { slowing: b, acceleration: a } = usual;
          const slow = (v - u) / b;
          const fast = (v - u) / a;
          const driven = ((v + u) / 2) * (slow + fast) + u * wait;
          expect(seconds).toBeCloseTo(slow + fast + wait - driven / v, 9);
          expect(metres).toBeCloseTo(v * seconds, 9);
        },
      ),
    );
    expect(delayCost(0, 0, 9)).toEqual({ seconds: 0, metres: 0 });
    expect(delayCost(13, 13, 9).seconds).toBe(0);
  });
});

describe('what explains a fault', () => {
  it('is a page that there is, for skills that there are, and for aspects of a manoeuvre', () => {
    const all = skillAreas.flatMap(({ skills }) => skills.map(({ id }) => id));
    const explained = all.filter((id) => explanationOf(id));
    expect(explained.length).toBeGreaterThan(20);
    for (const id of explained) expect(questionIds).toContain(explanationOf(id)?.question);
    expect(explanationOf('traffic-lights')).toEqual({ question: 'amber' });
    expect(explanationOf('emergency-stop.control')).toEqual({ question: 'stopping' });
    expect(explanationOf('papers')).toBeNull();
  });
});

describe('constants', () => {
  it('all say where they come from and lie within their bounds', () => {
    for (const id of constantIds) {
      const { value, least, most, source } = constants[id];
      expect(value).toBeGreaterThanOrEqual(least);
      expect(value).toBeLessThanOrEqual(most);
      expect(source.note.length).toBeGreaterThan(5);
    }
    const used = new Set<string>((Object.keys(figures) as FigureId[]).flatMap((id) => figures[id].uses));
    expect(constantIds.filter((id) => !used.has(id))).toEqual([]);
  });

  it('can be changed within their bounds, and are then told as changed', () => {
    const changed = withValues({ reaction: 1.5 });
    if (!changed.ok) throw new Error('refused');
    expect(constantsOf('stopping', changed.value).filter((one) => one.changed)).toMatchObject([
      { id: 'reaction', value: 1.5 },
    ]);
    const refused = withValues({ reaction: 9, wet: NaN });
    expect(refused.ok ? [] : refused.problems.map(({ path, message }) => `${path} ${message}`)).toEqual([
      'reaction is 9; allowed: from 0.3 to 3 s',
      'wet is NaN; it must be a number',
    ]);
  });
});

describe('a speed', () => {
  it.each([
    ['30mph', 30 * MPH],
    ['50 km/h', 50 * KMH],
    ['13,5 m/s', 13.5],
    ['  20.5 MPH ', 20.5 * MPH],
    ['0kph', 0],
  ])('%s is read', (text, metres) => {
    const read = readSpeed(text, '--speed');
    expect(read.ok && read.value).toBeCloseTo(metres, 9);
  });

  it.each([
    ['30', 'is 30; give a number and a unit'],
    ['mph', 'is mph; give a number and a unit'],
    ['fast km/h', 'give a number and a unit'],
    ['', 'is empty'],
    ['-5mph', 'allowed: from 0'],
    ['300 mph', 'allowed: from 0'],
  ])('%s is refused', (text, why) => {
    const read = readSpeed(text, '--speed');
    expect(read.ok ? '' : read.problems[0]?.message).toContain(why);
  });

  it('comes back from every unit', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 60, noNaN: true }), (v) => {
        for (const [unit, factor] of [
          ['mph', MPH],
          ['km/h', KMH],
          ['m/s', 1],
        ] as const) {
          const read = readSpeed(`${(v / factor).toFixed(9)}${unit}`, '');
          expect(read.ok && Math.abs(read.value - v)).toBeLessThan(1e-6);
        }
      }),
    );
  });
});
