import { describe, expect, it } from '@jest/globals';
import { withoutToken } from './log';

describe('the log', () => {
  it('holds no token of a link, and every other address whole', () => {
    expect(withoutToken('/api/v1/shared/abcDEF_1-2?x=1')).toBe('/api/v1/shared/…?x=1');
    expect(withoutToken('/api/v1/calendar/abc.ics')).toBe('/api/v1/calendar/…');
    expect(withoutToken('/api/v1/mocks/1/shares')).toBe('/api/v1/mocks/1/shares');
  });
});
