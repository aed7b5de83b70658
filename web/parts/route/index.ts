export { OneRoute } from './OneRoute';
export { Along, RouteMap } from './RouteMap';
