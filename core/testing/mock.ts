import type { Evidence } from '../readiness';

/** What one mock told; tests change what they are about. */
export const mockOf = (changes: Partial<Evidence> & { readonly covered: readonly string[] }): Evidence => ({
  mock: 't',
  at: '2026-11-25T09:00:00.000Z',
  route: 'r',
  under: { id: 'small', version: '1.0.0' },
  exposure: 1,
  done: [],
  stages: [],
  counts: [],
  hazards: {},
  small: 0,
  grave: 0,
  help: { voice: 0, hands: 0 },
  passed: true,
  notes: [],
  ...changes,
});
