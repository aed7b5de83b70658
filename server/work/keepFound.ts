import { keepEvidence, keepForecasts, keepPast, keepRates, type Database } from '../store';
import type { Keeping } from './jobs.client';

/** Keeps in the database what workers found on the way to an answer. */
export const keepFound = (db: Database): Keeping => ({
  found: async ({ evidence, rates }) => {
    await keepEvidence(db, evidence);
    await keepRates(db, rates);
  },
  forecasts: (made) => keepForecasts(db, made),
  past: (made) => keepPast(db, made),
});
