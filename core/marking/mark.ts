import type { FeatureReference } from '../route';

/** A fault on record, after regrades and sorts. */
export interface DriveMark {
  /** The event that it came from: a fault, the sort of a flag, a question, or a step or reading. */
  readonly by: string;
  readonly at: string;
  readonly item: string;
  readonly severity: string;
  /** What it was first marked as, when it was regraded since. */
  readonly regradedFrom: string | null;
  readonly run: string | null;
  readonly source: 'fault' | 'sort' | 'question' | 'conversion';
  readonly flag: string | null;
  /** What of the route it was made at. */
  readonly feature: FeatureReference | null;
  readonly place: { readonly lat: number; readonly lon: number } | null;
}
