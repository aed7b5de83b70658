import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { clashesOf, travelMinutes, type Booked } from './clashes';

const entry = (id: string, hour: number, changes: Partial<Booked> = {}): Booked => ({
  id,
  startsAt: new Date(Date.UTC(2026, 10, 25, 0, hour * 60)).toISOString(),
  minutes: 60,
  instructor: 'maren',
  learner: id,
  vehicle: `car of ${id}`,
  position: null,
  placeName: '',
  ...changes,
});

describe('clashes', () => {
  it('names who or what is wanted twice at once', () => {
    const clashes = clashesOf([
      entry('a', 9, { vehicle: 'grey' }),
      entry('b', 9.5, { vehicle: 'grey', instructor: 'ifor' }),
      entry('c', 9.75, { learner: 'a', instructor: 'third' }),
    ]);
    expect(clashes.map((clash) => clash.kind === 'overlap' && `${clash.a} ${clash.b} ${clash.of}`)).toEqual([
      'a b vehicle',
      'a c learner',
    ]);
  });

  it('one that begins when the other ends is no overlap, but there is no time between', () => {
    expect(clashesOf([entry('a', 9), entry('b', 10)])).toEqual([
      { kind: 'gap', a: 'a', b: 'b', has: 0, needs: 5 },
    ]);
    expect(clashesOf([entry('a', 9), entry('b', 10 + 5 / 60)])).toEqual([]);
  });

  it('counts the way between two places, at town speed and longer than the straight line', () => {
    const [here, there] = [
      { lat: 52.1, lon: -2.3 },
      { lat: 52.145, lon: -2.3 },
    ];
    // Five kilometres apart on the ground: 5003 × 1.35 / 9.5 s are 12 min, and five to change over.
    expect(travelMinutes(entry('a', 9, { position: here }), entry('b', 10, { position: there }))).toBe(17);
    expect(
      clashesOf([entry('a', 9, { position: here }), entry('b', 10.2, { position: there })]).map(
        ({ kind }) => kind,
      ),
    ).toEqual(['gap']);
  });

  it('does not depend on the order in which entries are given', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(20), { minLength: 2, maxLength: 7 }), (hours) => {
        const entries = hours.map((quarter, n) =>
          entry(`e${n}`, 8 + quarter / 4, { vehicle: `car ${n % 2}` }),
        );
        expect(clashesOf([...entries].reverse())).toEqual(clashesOf(entries));
      }),
    );
  });
});
