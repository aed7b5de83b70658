import type {
  HotSpotsView,
  MarkAtPlace,
  NetworkSummary,
  Page,
  RouteSummary,
  RouteView,
} from '../../../contract';
import type { Route } from '../../../core/route';
import { api, ifMatch, queryOf, type Nothing } from './api';

/** Which drives and marks are asked for. */
export interface PlacesFilter {
  readonly learner?: string;
  readonly route?: string;
  readonly test?: string;
  readonly skill?: string;
  readonly gravity?: number;
  readonly from?: number;
  readonly until?: number;
}

/** The list of routes; each route has a tag of its own. */
const LIST = { type: 'routes', id: 'list' } as const;

/** Routes, the roads they are on, and where things go wrong. */
const routes = api.injectEndpoints({
  endpoints: (build) => ({
    routes: build.query<Page<RouteSummary>, Nothing>({ query: () => '/routes', providesTags: [LIST] }),
    route: build.query<RouteView, string>({
      query: (id) => `/routes/${encodeURIComponent(id)}`,
      providesTags: (_route, _error, id) => [{ type: 'routes', id }],
    }),
    keepRoute: build.mutation<RouteView, { readonly route: Route; readonly revision: number | null }>({
      query: ({ route, revision }) => ({
        url: `/routes/${encodeURIComponent(route.id)}`,
        method: 'PUT',
        ...(revision === null ? {} : { headers: ifMatch(revision) }),
        body: { route },
      }),
      invalidatesTags: (_kept, _error, { route }) => [LIST, { type: 'routes', id: route.id }],
    }),
    removeRoute: build.mutation<unknown, { readonly id: string; readonly revision: number }>({
      query: ({ id, revision }) => ({
        url: `/routes/${encodeURIComponent(id)}`,
        method: 'DELETE',
        headers: ifMatch(revision),
      }),
      invalidatesTags: (_gone, _error, { id }) => [LIST, { type: 'routes', id }],
    }),
    keepRoutePhoto: build.mutation<
      RouteView,
      { readonly route: string; readonly feature: string; readonly jpeg: Blob }
    >({
      query: ({ route, feature, jpeg }) => ({
        url: `/routes/${encodeURIComponent(route)}/photos/${encodeURIComponent(feature)}`,
        method: 'PUT',
        headers: { 'Content-Type': 'image/jpeg' },
        body: jpeg,
      }),
      invalidatesTags: (_kept, _error, { route }) => [LIST, { type: 'routes', id: route }],
    }),
    networks: build.query<Page<NetworkSummary>, Nothing>({
      query: () => '/networks',
      providesTags: ['networks'],
    }),
    places: build.query<HotSpotsView, PlacesFilter>({
      query: (filter) => `/places?${queryOf({ ...filter })}`,
    }),
    marksAt: build.query<Page<MarkAtPlace>, { readonly site: string; readonly filter: PlacesFilter }>({
      query: ({ site, filter }) => `/places/${encodeURIComponent(site)}/marks?${queryOf({ ...filter })}`,
    }),
  }),
});

export const {
  useNetworksQuery,
  useRoutesQuery,
  useRouteQuery,
  useLazyRouteQuery,
  useKeepRouteMutation,
  useRemoveRouteMutation,
  useKeepRoutePhotoMutation,
  usePlacesQuery,
  useMarksAtQuery,
} = routes;
