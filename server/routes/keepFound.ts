import { keepEvidence, keepForecasts, keepPast, type Database } from '../store';
import type { Keeping } from '../work';

/** Keeps in the database what workers found on the way to an answer. */
export const keepFound = (db: Database): Keeping => ({
  evidence: (read) => keepEvidence(db, read),
  forecasts: (made) => keepForecasts(db, made),
  past: (made) => keepPast(db, made),
});
