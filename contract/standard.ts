import type { StandardRef } from '../core/standard';

export interface StandardSummary extends StandardRef {
  readonly title: string;
  readonly summary: string | null;
}
