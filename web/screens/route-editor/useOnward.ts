import { useEffect, useState } from 'react';
import type { Position } from '../../../core/geo';
import type { LearnerRules } from '../../../core/network';
import { headingAtEnd, type Onward, type Route } from '../../../core/route';
import type { OpenNetwork } from '../../data/network';

const NONE: readonly Onward[] = [];

/** The ways to go on from the end of a route that is being drawn; none while it is closed or not drawn yet. */
export function useOnward(
  { worker }: OpenNetwork,
  via: readonly Position[],
  route: Route | null,
  busy: boolean,
  rules: LearnerRules,
): readonly Onward[] {
  const [found, setFound] = useState<{ readonly of: unknown; readonly ways: readonly Onward[] }>({
    of: null,
    ways: NONE,
  });
  const at = via.at(-1);
  const line = route?.line;
  const ready = at !== undefined && !busy && (via.length === 1 || line !== undefined);
  useEffect(() => {
    if (!ready) return;
    let open = true;
    void worker
      .onward(at, via.length === 1 || !line ? null : headingAtEnd(line), rules)
      .then((ways) => open && setFound({ of: via, ways }))
      .catch(() => undefined);
    return () => {
      open = false;
    };
  }, [worker, at, line, via, ready, rules]);
  return ready && found.of === via ? found.ways : NONE;
}
