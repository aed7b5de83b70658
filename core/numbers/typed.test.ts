import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { numberText, readAs, typedNumber, type Typed } from './typed';

describe('a typed number', () => {
  it.each<[string, number, Typed?]>([
    ['31,250', 31_250],
    ['31.250', 31_250, 'whole'],
    ['31.250', 31.25],
    ['31 250', 31_250],
    ['31\u00a0250', 31_250],
    ['31\u202f250', 31_250],
    ['31’250', 31_250],
    ['1,031,250', 1_031_250],
    ['1.031.250', 1_031_250],
    ['31,250.5', 31_250.5],
    ['31.250,5', 31_250.5],
    ['31250', 31_250],
    ['1,6', 1.6],
    ['1.6', 1.6],
    ['1,62', 1.62],
    ['0,125', 0.125],
    ['0.125', 0.125, 'whole'],
    ['.5', 0.5],
    ['5.', 5],
    ['−3', -3],
    [' 12 ', 12],
    ['１２', 12],
  ])('%s is %d', (text, value, wanted = 'any') => expect(typedNumber(text, wanted)).toBe(value));

  it('is null when nothing was typed, and none when it is no number', () => {
    expect(typedNumber('  ')).toBeNull();
    for (const text of [
      '3,1,2',
      '12 or 13',
      '1e5',
      'none',
      '.',
      ',',
      '1,2.3,4',
      '31,25,0',
      '12 3',
      '0x1f',
      '1.2,3.4',
      '--1',
    ])
      expect(typedNumber(text)).toBeNaN();
  });

  it('comes back as it was from every way of writing it that the platform knows', () => {
    const locales = ['en-GB', 'de-DE', 'fr-FR', 'de-CH', 'sv-SE'];
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 5_000_000 }),
        fc.constantFrom(...locales),
        fc.boolean(),
        (value, locale, useGrouping) => {
          expect(typedNumber(value.toLocaleString(locale, { useGrouping }), 'whole')).toBe(value);
        },
      ),
    );
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 99_999 }), fc.constantFrom(...locales), (tenths, locale) => {
        const value = tenths / 10;
        expect(typedNumber(value.toLocaleString(locale, { minimumFractionDigits: 1 }))).toBe(value);
      }),
    );
  });

  it('is said back where it could have been another', () => {
    expect(readAs('31,250')).toBe('31,250');
    expect(readAs('1,6')).toBe('1.6');
    expect(readAs('31250')).toBeNull();
    expect(readAs('1.6')).toBeNull();
    expect(readAs('12 or 13')).toBeNull();
    expect(numberText(31_250.25)).toBe('31,250.25');
  });
});
