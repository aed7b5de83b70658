import type { Feature, Route } from './route';

/**
 * Puts a feature along a route, or changes the one that is there. It keeps its id, also when it is called something
 * else: marks and its picture stay with it, and the network does not propose it again as what it was.
 */
export function withFeature(route: Route, feature: Feature): Route {
  const others = route.features.filter(({ id }) => id !== feature.id);
  return { ...route, features: [...others, feature].sort((a, b) => a.along - b.along) };
}

/** Takes a feature off a route; the network does not propose it again. */
export const withoutFeature = (route: Route, { id, proposed }: Feature): Route => ({
  ...route,
  features: route.features.filter((one) => one.id !== id),
  muted: proposed && !route.muted.includes(id) ? [...route.muted, id] : route.muted,
});
