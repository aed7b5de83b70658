import { nanoid } from '@reduxjs/toolkit';
import {
  createApi,
  fetchBaseQuery,
  type BaseQueryFn,
  type FetchArgs,
  type FetchBaseQueryError,
  type FetchBaseQueryMeta,
} from '@reduxjs/toolkit/query/react';
import { API, type Page, type ProblemDetails } from '../../../contract';

/** A request that takes no argument. */
export type Nothing = void;

/** Each request has a mark of its own, which the server sends back: an answer with another one was kept. */
const MARK = 'X-Asked';

/** When the server gave an answer, ISO instant; null when it gave it just now. */
export function keptFrom(meta: FetchBaseQueryMeta | undefined): string | null {
  if (!meta?.response || meta.response.headers.get(MARK) === meta.request.headers.get(MARK)) return null;
  const date = Date.parse(meta.response.headers.get('date') ?? '');
  return Number.isNaN(date) ? null : new Date(date).toISOString();
}

/** Guards a change against somebody else’s. */
export const ifMatch = (revision: number) => ({ 'If-Match': `"${revision}"` });

const asked = fetchBaseQuery({
  baseUrl: API,
  prepareHeaders: (headers) => headers.set(MARK, nanoid()),
});

/** A session that has ended is noticed by whatever asks next: the way in opens over what is on the screen. */
const baseQuery: BaseQueryFn<
  string | FetchArgs,
  unknown,
  FetchBaseQueryError,
  object,
  FetchBaseQueryMeta
> = async (args, store, more) => {
  const answer = await asked(args, store, more);
  const path = typeof args === 'string' ? args : args.url;
  if (answer.error?.status === 401 && !path.startsWith('/session'))
    store.dispatch(api.util.invalidateTags(['session']));
  return answer;
};

export const queryOf = (given: Readonly<Record<string, string | number | null | undefined>>): string =>
  new URLSearchParams(
    Object.entries(given).flatMap(([key, value]) =>
      value === undefined || value === null || value === '' ? [] : [[key, String(value)]],
    ),
  ).toString();

/** The tag of a list; each of what stands in it has its id as a tag, so that a change of one asks for no other. */
export const listOf = <T extends string>(type: T) => ({ type, id: 'list' }) as const;

/** As many as a list shows at a time. */
export const PAGE = 50;

/** As many as are offered to somebody who looks for one by a few letters. */
export const FOUND = 12;

/** What of a list is asked for: letters to find, and an order. */
export interface Asked<Sort extends string> {
  readonly search: string;
  readonly sort: Sort;
}

/** Pages of a list, one after the other, as an infinite query takes them; what is asked for stands in the address. */
export const pagesOf = <T, Arg extends object>(path: string) => ({
  infiniteQueryOptions: {
    initialPageParam: null as string | null,
    getNextPageParam: ({ next }: Page<T>) => next,
  },
  query: ({ queryArg, pageParam }: { readonly queryArg: Arg; readonly pageParam: string | null }) =>
    `${path}?${queryOf({ ...queryArg, limit: PAGE, cursor: pageParam })}`,
});

/**
 * What the server owns, as the screens ask for it. Each subject adds its endpoints in a file of its own. Bodies are spread, for
 * forms hand in instances of the contract's classes and only plain objects are sent as JSON.
 */
export const api = createApi({
  reducerPath: 'api',
  baseQuery,
  tagTypes: [
    'session',
    'school',
    'learners',
    'mocks',
    'standards',
    'questions',
    'vehicles',
    'routes',
    'networks',
    'readiness',
    'part',
    'evidence',
    'backups',
    'gradings',
    'results',
    'lessons',
    'links',
    'coaching',
    'yard',
    'practice',
    'people',
    'goals',
    'devices',
    'changes',
  ],
  endpoints: () => ({}),
});

/** So long after a part of an answer the next is asked for, in milliseconds. */
const NEXT_PART = 700;

/**
 * An answer of a large school that comes part by part, for an endpoint: as long as somebody looks, the next part is asked
 * for.
 *
 * @param name of the endpoint
 */
export const partByPart = (name: string) => {
  const part = { type: 'part', id: name } as const;
  return {
    /** What an answer provides besides its own tags. */
    partsOf: (answer: { readonly pending: number } | undefined) => ((answer?.pending ?? 0) > 0 ? [part] : []),
    onQueryStarted: async (
      _asked: unknown,
      {
        dispatch,
        queryFulfilled,
      }: {
        readonly dispatch: (invalidate: ReturnType<typeof api.util.invalidateTags>) => unknown;
        readonly queryFulfilled: Promise<{ readonly data: { readonly pending: number } }>;
      },
    ): Promise<void> => {
      const answer = await queryFulfilled.catch(() => null);
      if ((answer?.data.pending ?? 0) > 0)
        setTimeout(() => dispatch(api.util.invalidateTags([part])), NEXT_PART);
    },
  };
};

/** What an error of a request means for the person at the screen. */
export function errorText(error: unknown): string {
  const failure = error as FetchBaseQueryError | undefined;
  if (failure?.status === 'FETCH_ERROR')
    return 'The server doesn’t answer. Your marks are saved in this browser.';
  const problem = failure?.data as ProblemDetails | undefined;
  if (!problem?.detail) return 'The request failed. Nothing was stored.';
  const fields = problem.errors?.map(({ path, message }) => `${path}: ${message}`).join('; ');
  return fields ? `${problem.detail} ${fields}` : problem.detail;
}

/** Something else has the id already. */
export const isTaken = (error: unknown): boolean =>
  (error as FetchBaseQueryError | undefined)?.status === 409;

export const isSignedOut = (error: unknown): boolean =>
  (error as FetchBaseQueryError | undefined)?.status === 401;
