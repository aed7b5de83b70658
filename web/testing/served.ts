import { configureStore } from '@reduxjs/toolkit';
import { API } from '../../contract';
import { api } from '../data/api';

/** What a boxed server answers, by path below the API; a function is asked each time. Without an entry: 404. */
export type Answers = Record<string, unknown>;

/** A server in a box behind `fetch`, and a store that asks it. */
export function served(answers: Answers) {
  const asked: string[] = [];
  globalThis.fetch = async (input) => {
    const { url, method, headers } = input instanceof Request ? input : new Request(input);
    const { pathname, search } = new URL(url);
    const path = pathname.slice(API.length) + search;
    const key = method === 'GET' ? path : `${method} ${path}`;
    asked.push(key);
    const answer: unknown = answers[key];
    const body: unknown = await (typeof answer === 'function' ? (answer as () => unknown)() : answer);
    return Response.json(body ?? { title: 'Not found', status: 404, detail: `There is no ${path}.` }, {
      status: body === undefined ? 404 : 200,
      headers: { 'X-Asked': headers.get('X-Asked') ?? '' },
    });
  };
  const store = configureStore({
    reducer: { [api.reducerPath]: api.reducer },
    middleware: (standard) => standard({ serializableCheck: false }).concat(api.middleware),
  });
  return { store, asked };
}
