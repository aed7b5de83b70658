import { useCallback, useMemo, useRef, useState } from 'react';
import {
  guideFor,
  guideOn,
  guideStart,
  shownAt,
  type Guide,
  type Guided,
  type Shown,
} from '../../../core/guidance';
import type { Position } from '../../../core/geo';
import type { LearnerRules } from '../../../core/network';
import type { Route } from '../../../core/route';
import type { OpenNetwork } from '../../data/network';

export interface GuidanceFix extends Position {
  readonly accuracy: number;
  readonly heading: number | null;
  readonly speed: number | null;
}

export interface Guidance {
  readonly fix: GuidanceFix | null;
  readonly state: Guided['state'] | 'led back';
  readonly shown: Shown;
  /** What was said last. */
  readonly caption: string;
  /** The way back, while the route is left. */
  readonly back: Route | null;
  readonly along: number;
}

interface Held {
  readonly guided: Guided;
  readonly back: { readonly guide: Guide; readonly guided: Guided; readonly joins: number } | null;
  readonly looking: boolean;
}

const fresh: Held = { guided: guideStart, back: null, looking: false };

/**
 * Guides along a route, and back to it when it is left.
 *
 * @param say speaks a sentence
 * @param rules roads on which there is no way back
 */
export function useGuidance(
  route: Route,
  network: OpenNetwork,
  say: (text: string) => void,
  rules: LearnerRules,
) {
  const guide = useMemo(() => guideFor(route), [route]);
  const held = useRef<Held>(fresh);
  const show = useCallback(
    (fix: GuidanceFix | null, caption: string | null): ((was: Guidance) => Guidance) =>
      (was) => {
        const { guided, back } = held.current;
        return {
          fix: fix ?? was.fix,
          caption: caption ?? was.caption,
          back: back?.guide.route ?? null,
          state: back && guided.state === 'off' ? 'led back' : guided.state,
          along: guided.along,
          shown:
            back && guided.state === 'off'
              ? shownAt(back.guide, back.guided.along)
              : shownAt(guide, guided.along),
        };
      },
    [guide],
  );
  const [guidance, setGuidance] = useState<Guidance>(() =>
    show(null, null)({ fix: null, state: 'on', shown: shownAt(guide, 0), caption: '', back: null, along: 0 }),
  );
  const { worker } = network;

  const onFix = useCallback(
    (fix: GuidanceFix) => {
      const before = held.current;
      const { now, cues } = guideOn(guide, before.guided, fix);
      let said = cues
        .map(({ text }) => text)
        .filter((text) => text)
        .join(' ');
      let back = now.state === 'off' ? before.back : null;
      if (now.state === 'off' && back) {
        const step = guideOn(back.guide, back.guided, fix);
        // Arriving at the end of the way back is no arrival, and leaving it asks for another.
        const words = step.cues.filter(
          ({ moment, text }) => text && moment !== 'arrived' && moment !== 'left',
        );
        said = [said, ...words.map(({ text }) => text)].filter((text) => text).join(' ');
        back = step.now.state === 'off' ? null : { ...back, guided: step.now };
      }
      const looking = now.state === 'off' && back === null && before.looking;
      held.current = { guided: now, back, looking };
      if (now.state === 'off' && back === null && !looking) {
        held.current = { ...held.current, looking: true };
        const closed = route.features.filter(
          ({ trap, along }) => trap === 'closed-road' && along >= now.along - 150,
        );
        void worker
          .wayBack(fix, route, now.along, closed, rules)
          .then((found) => {
            const still = held.current.guided.state === 'off';
            const next =
              found && still
                ? { guide: guideFor(found.route), guided: guideStart, joins: found.joins }
                : null;
            held.current = { ...held.current, back: next, looking: false };
            if (next) setGuidance(show(null, null));
          })
          .catch(() => {
            held.current = { ...held.current, looking: false };
          });
      }
      if (said) say(said);
      setGuidance(show(fix, said || null));
    },
    [guide, route, worker, say, show, rules],
  );
  const restart = useCallback(() => {
    held.current = fresh;
    setGuidance((was) => ({ ...show(null, '')(was), fix: null }));
  }, [show]);
  return { guidance, onFix, restart, guide };
}
