import { useCallback, useEffect, useRef, useState } from 'react';
import { API, type RejudgedMock, type RejudgeLine } from '../../../contract';
import type { StandardRef } from '../../../core/standard';
import { linesOf } from '../../data/api';

export interface Rejudging {
  readonly status: 'running' | 'done' | 'cancelled' | 'failed';
  readonly total: number | null;
  readonly done: number;
  readonly drives: readonly RejudgedMock[];
  readonly failure: string | null;
}

const begun: Rejudging = { status: 'running', total: null, done: 0, drives: [], failure: null };

/** Has all drives judged under a standard, from when the screen opens; tells progress, and can be cancelled. */
export function useRejudging({ id, version }: StandardRef) {
  const [state, setState] = useState<Rejudging>(begun);
  const running = useRef<AbortController | null>(null);

  const start = useCallback(() => {
    running.current?.abort();
    const controller = new AbortController();
    running.current = controller;
    setState(begun);
    void (async () => {
      try {
        for await (const line of linesOf<RejudgeLine>(`${API}/standards/${id}/${version}/mocks`, {
          signal: controller.signal,
        }))
          setState((before) => after(before, line));
      } catch (error) {
        if (controller.signal.aborted) return;
        setState((before) => ({
          ...before,
          status: 'failed',
          failure: error instanceof Error ? error.message : 'The server doesn’t answer.',
        }));
      }
    })();
    return controller;
  }, [id, version]);

  useEffect(() => {
    const controller = start();
    return () => controller.abort();
  }, [start]);

  const cancel = () => {
    running.current?.abort();
    setState((before) => ({ ...before, status: 'cancelled' }));
  };
  return { ...state, cancel, start };
}

function after(before: Rejudging, line: RejudgeLine): Rejudging {
  switch (line.kind) {
    case 'total':
      return { ...before, total: line.total };
    case 'drives':
      return { ...before, done: line.done, drives: [...before.drives, ...line.drives] };
    case 'end':
      return { ...before, status: 'done' };
    case 'failed':
      return { ...before, status: 'failed', failure: line.detail };
  }
}
