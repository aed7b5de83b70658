/** Where the API begins. */
export const API = '/api/v1';

/** Most events in one batch; a longer queue goes in several. */
export const MAX_BATCH = 500;

/** So much one mock and one school may hold; more is no drive, and no school. */
export const MOST = {
  /** Marks and steps of one mock. */
  events: 20_000,
  /** Position fixes of one mock: a day of one each second. */
  fixes: 100_000,
  routes: 2_000,
  networks: 20,
} as const;
