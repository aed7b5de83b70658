import { BY_HAND, freeId, idUnder, kindOfFeature } from './featureId';
import type { Feature, Route } from './route';

/**
 * Puts a feature along a route, or changes the one that is there. One whose kind has changed is another thing and
 * gets another id, so that no list, log or report shows the old kind; the network does not propose the old one again.
 *
 * @param before what it was; null when it is new
 */
export function withFeature(route: Route, feature: Feature, before: Feature | null): Route {
  const others = route.features.filter(({ id }) => id !== before?.id);
  const taken = new Set(others.map(({ id }) => id));
  const own = before !== null && kindOfFeature(feature.id) === feature.kind && !taken.has(feature.id);
  const id = own ? feature.id : freeId(idUnder(feature, before?.id), taken);
  const features = [...others, { ...feature, id }].sort((a, b) => a.along - b.along);
  return { ...route, features, muted: before === null || own ? route.muted : mutedWith(route, before) };
}

/** Takes a feature off a route; the network does not propose it again. */
export const withoutFeature = (route: Route, feature: Feature): Route => ({
  ...route,
  features: route.features.filter(({ id }) => id !== feature.id),
  muted: mutedWith(route, feature),
});

const mutedWith = ({ muted }: Route, { id }: Feature): readonly string[] =>
  id.includes(BY_HAND) || muted.includes(id) ? muted : [...muted, id];
