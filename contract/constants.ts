/** Where the API begins. */
export const API = '/api/v1';

/** Most events in one batch; a longer queue goes in several. */
export const MAX_BATCH = 500;
