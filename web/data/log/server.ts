import {
  API,
  type EventsAnswer,
  type EventsView,
  type NewMock,
  type ProblemDetails,
  type MockView,
} from '../../../contract';
import type { DriveEvent } from '../../../core/marking';
import type { Standard, StandardRef } from '../../../core/standard';

/** How a request ended: an answer, or why there is none. */
export type Answer<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly why: 'silent' | 'signed out' | 'missing' }
  | { readonly ok: false; readonly why: 'refused'; readonly detail: string };

/** The requests that a drive's log needs. */
export interface LogServer {
  readonly mock: (id: string) => Promise<Answer<MockView>>;
  readonly standard: (ref: StandardRef) => Promise<Answer<Standard>>;
  readonly start: (mock: NewMock) => Promise<Answer<MockView>>;
  readonly events: (mock: string, after: number) => Promise<Answer<EventsView>>;
  readonly send: (mock: string, events: readonly DriveEvent[]) => Promise<Answer<EventsAnswer>>;
}

export async function ask<T>(path: string, body?: unknown): Promise<Answer<T>> {
  let response: Response;
  try {
    response = await fetch(`${API}${path}`, {
      method: body === undefined ? 'GET' : 'POST',
      signal: AbortSignal.timeout(15_000),
      ...(body === undefined
        ? {}
        : { headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) }),
    });
    if (response.ok) return { ok: true, value: (await response.json()) as T };
  } catch {
    return { ok: false, why: 'silent' };
  }
  if (response.status === 401) return { ok: false, why: 'signed out' };
  if (response.status === 404) return { ok: false, why: 'missing' };
  // Busy or broken servers get better; what is refused for its content does not.
  if (response.status === 429 || response.status >= 500) return { ok: false, why: 'silent' };
  const problem = (await response.json().catch(() => null)) as ProblemDetails | null;
  const fields = problem?.errors?.map(({ path: at, message }) => `${at}: ${message}`).join('; ') ?? '';
  return {
    ok: false,
    why: 'refused',
    detail: `${problem?.detail ?? 'The server refused.'} ${fields}`.trim(),
  };
}

export const httpServer: LogServer = {
  mock: (id) => ask(`/mocks/${id}`),
  standard: ({ id, version }) => ask(`/standards/${id}/${version}`),
  start: (mock) => ask('/mocks', mock),
  events: (mock, after) => ask(`/mocks/${mock}/events?after=${after}`),
  send: (mock, events) => ask(`/mocks/${mock}/events`, { events }),
};
