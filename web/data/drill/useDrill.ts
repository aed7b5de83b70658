import { skipToken } from '@reduxjs/toolkit/query';
import { useEffect, useMemo, useSyncExternalStore } from 'react';
import { useDispatch } from 'react-redux';
import {
  answersOf,
  memoryOf,
  type DrillAnswer,
  type Grade,
  type Memory,
  type Recalled,
} from '../../../core/questions';
import { api, useDrillQuery } from '../api';
import { ask } from '../log';
import { createDrillLog, openDrillKeep, type DrillLog } from './drillLog';

let log: DrillLog | null = null;
/** Told when the server has more of a drill than before. */
let onKept: () => void = () => undefined;

/** The one drill log of this page. What waited since the last time goes when it is first asked for. */
export function drillLog(): DrillLog {
  if (log) return log;
  log = createDrillLog({
    keep: openDrillKeep().catch(() => null),
    send: async (learner, events) => {
      const answer = await ask(`/learners/${learner}/drill`, { events });
      if (answer.ok) onKept();
      return answer;
    },
    later: (wait, run) => setTimeout(run, wait),
    now: () => new Date(),
  });
  void log.push();
  window.addEventListener('online', () => void log?.push());
  return log;
}

export interface DrillOf {
  readonly loading: boolean;
  readonly error: unknown;
  readonly answers: readonly DrillAnswer[];
  readonly memories: ReadonlyMap<string, Memory>;
  /** Keys of the sets that were drawn, in mocks and in drills. */
  readonly sets: readonly string[];
  readonly waiting: number;
  readonly refusal: string | null;
  readonly stores: boolean;
  readonly answer: (given: {
    readonly question: string;
    readonly grade: Grade;
    readonly by: 'learner' | 'instructor';
    readonly points?: readonly string[];
    readonly set?: string;
  }) => string;
  readonly undo: (answer: string) => void;
}

/**
 * What a learner was asked and how it went, here and on the server, and what is remembered of it.
 *
 * @param before leaves out what was answered from this instant on
 */
export function useDrill(learner: string | null, before?: string): DrillOf {
  const own = drillLog();
  const dispatch = useDispatch();
  useEffect(() => {
    // Also after this screen was left: answers may reach the server later.
    onKept = () => dispatch(api.util.invalidateTags(['readiness', 'evidence']));
  }, [dispatch]);
  const state = useSyncExternalStore(own.subscribe, own.state);
  const { data, isLoading, error } = useDrillQuery(learner ?? skipToken, { refetchOnMountOrArgChange: true });
  const here = learner === null ? undefined : state.events[learner];
  const told = useMemo(() => {
    const until = before === undefined ? Infinity : Date.parse(before);
    const inTime = ({ at }: { readonly at: string }) => Date.parse(at) < until;
    const answers = answersOf([...(data?.events ?? []), ...(here ?? [])]).filter(inTime);
    const all: Recalled[] = [...(data?.asked ?? []).filter(inTime), ...answers];
    all.sort((a, b) => Date.parse(a.at) - Date.parse(b.at));
    const drawn = answers.flatMap(({ set }) => set ?? []);
    return { answers, memories: memoryOf(all), sets: [...(data?.sets ?? []), ...drawn] };
  }, [data, here, before]);
  return {
    ...told,
    loading: isLoading,
    // Without the server and without an earlier answer of it, what is here still counts.
    error: data ? undefined : error,
    waiting: state.waiting,
    refusal: state.refusal,
    stores: state.stores,
    answer: ({ points, set, ...given }) =>
      own.record(learner ?? '', {
        kind: 'answer',
        ...given,
        ...(points && points.length > 0 ? { points: [...points] } : {}),
        ...(set === undefined ? {} : { set }),
      }),
    undo: (of) => void own.record(learner ?? '', { kind: 'retract', of }),
  };
}
