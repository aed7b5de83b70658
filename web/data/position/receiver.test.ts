import { describe, expect, it } from '@jest/globals';
import { parseEvent } from '../../../core/marking';
import { fixOf } from './receiver';

const at = Date.parse('2026-09-14T08:02:11Z');
const coords = { latitude: 51.5, longitude: -0.2, accuracy: 8, speed: 4.2 };

describe('what a receiver tells', () => {
  it.each([
    [{}, { speed: 4.2, accuracy: 8 }],
    [{ speed: -1 }, { speed: null }],
    [{ speed: Number.NaN }, { speed: null }],
    [{ speed: null }, { speed: null }],
    [{ speed: Infinity }, { speed: null }],
    [{ accuracy: 1e9 }, { accuracy: 100_000 }],
  ])('is cleaned: %j', (odd, clean) => {
    const fix = fixOf({ ...coords, ...odd }, at);
    expect(fix).toMatchObject(clean);
    // The server takes it.
    expect(parseEvent({ kind: 'fix', id: 'f', device: 'd', seq: 1, ...fix })).toMatchObject({ ok: true });
  });

  it.each([{ latitude: Number.NaN }, { longitude: 181 }, { accuracy: -1 }, { accuracy: Number.NaN }])(
    'is no place: %j',
    (odd) => {
      expect(fixOf({ ...coords, ...odd }, at)).toBeNull();
    },
  );
});
