import type { YardView } from '../../../contract';
import { api, type Nothing } from './api';

/** Courses and vehicles as geometry. */
const yard = api.injectEndpoints({
  endpoints: (build) => ({ yard: build.query<YardView, Nothing>({ query: () => '/yard' }) }),
});

export const { useYardQuery } = yard;
