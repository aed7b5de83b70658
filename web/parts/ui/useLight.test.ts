import { describe, expect, it } from '@jest/globals';
import { lightAt } from './useLight';

describe('the light by the time of day', () => {
  it('goes from night over dusk to day and back', () => {
    const hours = Array.from({ length: 24 }, (_, hour) => lightAt(hour));
    expect(hours[3]).toBe('night');
    expect(hours[7]).toBe('dusk');
    expect(hours[12]).toBe('day');
    expect(hours[18]).toBe('dusk');
    expect(hours[22]).toBe('night');
    const changes = hours.filter((light, hour) => hour > 0 && light !== hours[hour - 1]);
    expect(changes).toEqual(['dusk', 'day', 'dusk', 'night']);
  });
});
