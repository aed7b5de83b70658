import type { StandardRef } from '../core/standard';

export interface StandardSummary extends StandardRef {
  readonly title: string;
  readonly summary: string | null;
  /** Mocks marked under this very version. */
  readonly mocks: number;
  /** Who drove them, by name, the most recent first. */
  readonly learners: readonly { readonly id: string; readonly name: string }[];
}
