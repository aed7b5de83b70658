import { closureOf, type Closure, type LearnerRules } from '../network';
import type { Route } from './route';

/** A part of a route on one road. */
export interface Along {
  readonly road: string;
  readonly from: number;
  readonly metres: number;
}

const partsOf = ({ stretches }: Pick<Route, 'stretches'>) =>
  stretches.map((stretch, n) => {
    const from = stretches[n - 1]?.until ?? 0;
    return { stretch, road: stretch.ref || stretch.name, from, metres: stretch.until - from };
  });

/** Parts of a route on roads that are closed to those who drive it, as on a line that came from elsewhere. */
export const closedAlong = (
  route: Pick<Route, 'stretches'>,
  rules: LearnerRules,
): readonly (Along & { readonly why: Closure })[] =>
  partsOf(route).flatMap(({ stretch, ...part }) => {
    const why = closureOf(stretch, rules);
    return why ? [{ ...part, why }] : [];
  });

/** Parts of a route that are open, or one-way, at some hours only; they are assumed to be open. */
export const hoursAlong = (route: Pick<Route, 'stretches'>): readonly (Along & { readonly when: string })[] =>
  // A route that a device kept from before there were hours has none.
  partsOf(route).flatMap(({ stretch: { when }, ...part }) => (when ? [{ ...part, when }] : []));
