import { describe, expect, it } from '@jest/globals';
import { amberFigure, cueFigure, emergeFigure, gapFigure, stoppingFigure } from './figures';

const plain = { set: {}, text: false } as const;
const out = (outcome: { readonly out: string }) => JSON.parse(outcome.out) as Record<string, never>;

describe('figures on the command line', () => {
  it('print inputs, formula, results in metres and seconds, and the source of each constant', () => {
    const found = stoppingFigure({ ...plain, speed: '30mph', road: 'dry', grade: '0' });
    expect(found).toMatchObject({ code: 0, err: '' });
    expect(out(found)).toMatchObject({
      figure: 'stopping',
      inputs: { road: 'dry', grade: 0 },
      results: { stops: true, thinking: { seconds: 0.67 } },
    });
    const { formula, constants, results } = out(found) as unknown as {
      readonly formula: string;
      readonly constants: readonly { readonly source: { readonly kind: string; readonly note: string } }[];
      readonly results: { readonly total: { readonly metres: number; readonly seconds: number } };
    };
    expect(formula).toContain('v²');
    expect(Math.round(results.total.metres)).toBe(23);
    expect(results.total.seconds).toBeCloseTo(2.71, 2);
    expect(constants.every(({ source }) => source.kind !== '' && source.note !== '')).toBe(true);
  });

  it('take options and constants of one’s own, and tell them as such', () => {
    const amber = amberFigure({
      ...plain,
      speed: '50 km/h',
      grade: '-0.05',
      amber: '4',
      length: '12',
      crossing: '0',
      set: { amberBraking: '3' },
    });
    expect(out(amber)).toMatchObject({
      results: { goUpTo: { metres: (50 / 3.6) * 4 - 12 } },
      constants: expect.arrayContaining([
        expect.objectContaining({ id: 'amber', value: 4, changed: true }),
        expect.objectContaining({ id: 'amberReaction', changed: false }),
      ]),
    });
    expect(amberFigure({ ...plain, text: true, speed: '30mph', grade: '0' }).out).toMatch(
      /Stop from 42\.9 m before the line on\.[^]*ours: A middle-sized car/,
    );
    expect(out(gapFigure({ ...plain, speed: '30mph', road: 'wet' }))).toMatchObject({
      results: { following: { seconds: 4 } },
    });
    expect(out(cueFigure({ ...plain, speed: '70mph', units: 'imperial' }))).toMatchObject({
      results: { main: { spoken: '500 yards' }, early: { spoken: '800 yards' } },
    });
    const emerge = (side: 'left' | 'right') =>
      out(emergeFigure({ ...plain, flow: '30mph', side })) as unknown as {
        readonly results: Readonly<
          Record<'left' | 'right', { readonly needed: { readonly seconds: number } }>
        >;
      };
    // The turn across a lane needs more; which one that is follows the side on which one drives.
    expect(emerge('left').results.right.needed.seconds).toBeGreaterThan(
      emerge('left').results.left.needed.seconds,
    );
    expect(emerge('right').results.left).toEqual(emerge('left').results.right);
  });

  it('answer that a car does not stop, which is no error', () => {
    const found = stoppingFigure({ ...plain, speed: '20mph', road: 'ice', grade: '-0.1' });
    expect(found.code).toBe(0);
    expect(out(found)).toMatchObject({ results: { stops: false, total: null } });
  });

  it('list every problem of bad input, and print nothing else', () => {
    const wrong = stoppingFigure({
      set: { foo: '1', wet: '99' },
      text: false,
      speed: '30',
      road: 'dry',
      grade: '2',
      reaction: 'x',
    });
    expect(wrong).toMatchObject({ code: 2, out: '' });
    for (const told of [
      '--speed: is 30; give a number and a unit',
      '--grade: is 2; allowed: from -0.4 to 0.4',
      '--set: is foo; allowed: reaction',
      '--reaction: is x; it must be a number',
    ])
      expect(wrong.err).toContain(told);
    expect(emergeFigure({ ...plain, flow: '0mph', side: 'left' }).err).toContain('--flow: must be above 0');
  });
});
