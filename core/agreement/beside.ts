import type { StandardRef } from '../standard';

/** Two records are of one drive when they began at most so far apart, in milliseconds (ours). */
const SAME_DRIVE = 3 * 3_600_000;

/** What tells whether two mocks can be of one drive. */
export interface BesideFacts {
  readonly id: string;
  readonly learner: string;
  readonly standard: StandardRef;
  /** ISO instant. */
  readonly startedAt: string;
  /** The mock of the same drive that counts; null when this one counts. */
  readonly beside: string | null;
}

/** Why a mock can't be marked beside another one; null when it can. */
export function whyNotBeside(mock: Omit<BesideFacts, 'beside'>, other: BesideFacts): string | null {
  if (other.id === mock.id) return 'must be another mock than this one';
  if (other.beside !== null) return 'is itself marked beside another mock; name that one';
  if (other.learner !== mock.learner) return 'is a mock of another learner';
  if (other.standard.id !== mock.standard.id || other.standard.version !== mock.standard.version)
    return 'was marked under another standard';
  const apart = Math.abs(Date.parse(other.startedAt) - Date.parse(mock.startedAt));
  return apart > SAME_DRIVE ? 'began more than 3 hours before or after: that is another drive' : null;
}
