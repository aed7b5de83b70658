import { useCallback, useRef, useState } from 'react';
import type { RouteView } from '../../../contract';
import { metresAlong, nearestOn, type Position } from '../../../core/geo';
import { safeRules, type LearnerRules } from '../../../core/network';
import { failed, type Problem } from '../../../core/problems';
import { type Route, routeProblem } from '../../../core/route';
import type { OpenNetwork, RouteBase } from '../../data/network';
import { useKeptHistory } from '../../parts/unsaved';

/** A route while it is drawn: its points, and the route as soon as they make one. */
interface Draft {
  readonly via: readonly Position[];
  readonly route: Route | null;
  /** The state of the saved route that it changes; null for a new one. */
  readonly revision: number | null;
}

/** What was put by hand is put off the way by a change. */
export interface DraftNotice {
  readonly problems: readonly Problem[];
  readonly lost: number;
  /** The points that were tried, without those that lie on roads closed to learners; null when none does. */
  readonly withoutClosed: readonly Position[] | null;
}

const NOTHING: DraftNotice = { problems: [], lost: 0, withoutClosed: null };

/** Where a school closes a road, a route may have several points on it: they can be taken out at once. */
function refusedNotice(via: readonly Position[], problems: readonly Problem[]): DraftNotice {
  const closed = new Set(problems.flatMap(({ code, path }) => (code === 'closed-road' ? [path] : [])));
  return {
    problems,
    lost: 0,
    withoutClosed: closed.size > 0 ? via.filter((_position, n) => !closed.has(`via[${n}]`)) : null,
  };
}

/**
 * A route with undo and redo, kept on this device until it is saved or given up; each change of its points is drawn
 * by the worker before it counts.
 */
export function useRouteDraft(
  network: OpenNetwork,
  saved: RouteView | null,
  base: RouteBase,
  rulesOf: (licenceClass: string) => LearnerRules = () => safeRules,
) {
  const [start] = useState((): Draft => ({
    via: saved?.route.via ?? [],
    route: saved?.route ?? null,
    revision: saved?.revision ?? null,
  }));
  const { now, change, undo, redo, can, ...kept } = useKeptHistory(
    saved ? `route ${saved.route.id}` : `new route ${network.summary.id}`,
    start,
  );
  const [busy, setBusy] = useState(false);
  const [notice, setNotice] = useState<DraftNotice>(NOTHING);
  const turn = useRef(0);

  const { worker, summary } = network;
  const draw = useCallback(
    async (via: readonly Position[], from: RouteBase) => {
      const own = (turn.current += 1);
      if (via.length < 2) {
        // What was being drawn is overtaken too.
        setBusy(false);
        change('', (draft) => ({ ...draft, via, route: null }));
        setNotice(NOTHING);
        return;
      }
      setBusy(true);
      const result = await worker
        .draw(
          via,
          { ...from, network: { id: summary.id, version: summary.version } },
          rulesOf(from.learners ?? ''),
        )
        .catch(() => failed([routeProblem('', 'not-worked-out')]));
      // A later change has overtaken this one.
      if (own !== turn.current) return;
      setBusy(false);
      if (!result.ok) return setNotice(refusedNotice(via, result.problems));
      const { route, lost } = result.value;
      setNotice({ ...NOTHING, lost });
      change('', (draft) => ({ ...draft, via: route.via, route }));
    },
    [worker, summary, change, rulesOf],
  );

  const current: RouteBase = now.route ?? base;
  const edit = useCallback(
    (about: string, changed: (route: Route) => Route) =>
      change(about, (draft) => (draft.route ? { ...draft, route: changed(draft.route) } : draft)),
    [change],
  );
  return {
    ...now,
    ...kept,
    can,
    busy,
    notice,
    undo,
    redo,
    edit,
    setVia: (via: readonly Position[]) => void draw(via, current),
    /** Draws it for the learners of another licence class, to whom other roads are closed. */
    setLearners: (learners: string) => now.route && void draw(now.via, { ...now.route, learners }),
    /** Takes another route in its place, as one step. */
    replace: (route: Route) => change('', (draft) => ({ ...draft, via: route.via, route })),
  };
}

/** Where in the order of points a place on the line belongs. */
export function orderOf(route: Route, position: Position): number {
  const metres = metresAlong(route.line);
  const along = nearestOn(route.line, metres, position)?.along ?? 0;
  let from = 0;
  const alongs = route.via.map((one) => {
    const found = nearestOn(route.line, metres, one, from)?.along ?? from;
    from = found;
    return found;
  });
  const after = alongs.findIndex((one) => one > along);
  return after < 0 ? Math.max(1, alongs.length - 1) : Math.max(1, after);
}
