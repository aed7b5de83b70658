import type {
  HotSpotsView,
  HotSpotMark,
  ListedRoute,
  NetworkSummary,
  Page,
  RouteSort,
  RouteSummary,
  RouteView,
} from '../../../contract';
import type { Route } from '../../../core/route';
import { api, FOUND, ifMatch, listOf, pagesOf, partByPart, queryOf, type Asked, type Nothing } from './api';

/** Which drives and marks are asked for. */
export interface HotSpotFilter {
  readonly learner?: string;
  readonly route?: string;
  readonly mock?: string;
  readonly skill?: string;
  readonly gravity?: number;
  readonly from?: number;
  readonly until?: number;
}

const LIST = listOf('routes');

const parts = partByPart('hot spots');

/** Routes, the roads they are on, and where things go wrong. */
const routes = api.injectEndpoints({
  endpoints: (build) => ({
    routes: build.query<Page<RouteSummary>, Nothing>({ query: () => '/routes', providesTags: [LIST] }),
    routePages: build.infiniteQuery<Page<ListedRoute>, Asked<RouteSort>, string | null>({
      ...pagesOf('/routes'),
      providesTags: [LIST],
    }),
    routesFound: build.query<Page<ListedRoute>, string>({
      query: (search) => `/routes?${queryOf({ search, limit: FOUND })}`,
      providesTags: [LIST],
    }),
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
    hotSpots: build.query<HotSpotsView, HotSpotFilter>({
      query: (filter) => `/hot-spots?${queryOf({ ...filter })}`,
      providesTags: (view) => parts.partsOf(view),
      onQueryStarted: parts.onQueryStarted,
    }),
    marksAt: build.query<Page<HotSpotMark>, { readonly site: string; readonly filter: HotSpotFilter }>({
      query: ({ site, filter }) => `/hot-spots/${encodeURIComponent(site)}/marks?${queryOf({ ...filter })}`,
    }),
  }),
});

export const {
  useNetworksQuery,
  useRoutesQuery,
  useRoutePagesInfiniteQuery,
  useRoutesFoundQuery,
  useRouteQuery,
  useLazyRouteQuery,
  useKeepRouteMutation,
  useRemoveRouteMutation,
  useKeepRoutePhotoMutation,
  useHotSpotsQuery,
  useMarksAtQuery,
} = routes;
