import type { Generated } from 'kysely';

/** The tables as they are after the last migration. Instants are ISO text in UTC, booleans 0 or 1. */
export interface Tables {
  instructors: {
    id: string;
    name: string;
    /** Lower case, for signing in. */
    name_key: string;
    passphrase_hash: string;
    demo: number;
  };
  sessions: { token_hash: string; instructor: string; expires_at: string };
  learners: { id: string; name: string; test_date: string | null; revision: number };
  vehicles: { id: string; name: string; plate: string };
  standards: { id: string; version: string; title: string; body: string; added_at: string };
  tests: {
    id: string;
    learner: string;
    instructor: string;
    vehicle: string | null;
    standard: string;
    standard_version: string;
    retest: number;
    started_at: string;
    zone: string;
    ready: string;
  };
  events: EventRow;
  /** Position fixes, kept apart from marks: they are many, and no verdict needs them. */
  fixes: EventRow;
}

export interface EventRow {
  position: Generated<number>;
  test: string;
  id: string;
  device: string;
  seq: number;
  at: string;
  body: string;
}
