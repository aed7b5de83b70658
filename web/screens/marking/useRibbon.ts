import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { guideFor, guideOn, guideStart, type Guided } from '../../../core/guidance';
import {
  featureNow,
  itemAt,
  ribbonOf,
  type Feature,
  type Route,
  type RibbonItem,
  type Told,
} from '../../../core/route';
import { sitesOf } from '../../../core/hotspot';
import { useHotSpotsQuery, useRouteQuery } from '../../data/api';
import type { Fix, PositionSource } from '../../data/position';
import { skipToken } from '@reduxjs/toolkit/query';

export interface Ribbon {
  readonly route: Route;
  readonly items: readonly RibbonItem[];
  /** Metres along, by position or by touch. */
  readonly along: number;
  readonly by: 'touch' | 'position';
  readonly off: boolean;
  /** Faults per drive past hot places, by feature. */
  readonly hot: ReadonlyMap<string, number>;
  readonly current: RibbonItem | null;
  /** Goes on to the next thing, or back to the one before. */
  readonly step: (by: 1 | -1) => void;
  /** What a mark made now belongs to, when something recent tells it; always the same function. */
  readonly here: () => Feature | null;
}

/** What last told where the car is, kept over a reload. */
function keptTold(mock: string): Told | null {
  try {
    const kept: unknown = JSON.parse(sessionStorage.getItem(`ribbon ${mock}`) ?? 'null');
    return typeof kept === 'object' ? (kept as Told | null) : null;
  } catch {
    return null;
  }
}

/** Before anything was told: the ribbon shows the start, but no mark belongs to it. */
const START = { along: 0, by: 'touch', off: false } as const;

/** The route of a drive as it comes nearer: moved by position where there is one, else by one touch. */
export function useRibbon(
  mock: string,
  routeId: string | null,
  units: Route['units'],
  position: PositionSource,
): Ribbon | null {
  const { data } = useRouteQuery(routeId ?? skipToken);
  const { data: places } = useHotSpotsQuery(routeId ? { gravity: 1 } : skipToken);
  const route = useMemo(() => (data ? { ...data.route, units } : null), [data, units]);
  const items = useMemo(() => (route ? ribbonOf(route) : []), [route]);
  const guide = useMemo(() => (route ? guideFor(route) : null), [route]);
  const [told, setTold] = useState(() => keptTold(mock));
  const { along, by, off } = told ?? START;
  const guided = useRef<Guided>({ ...guideStart, along, state: 'off' });
  const latest = useRef({ told, items });
  const shown = useRef(along);
  useEffect(() => {
    latest.current.items = items;
  }, [items]);
  const tell = useCallback(
    (next: Told) => {
      const { told: before } = latest.current;
      latest.current.told = next;
      sessionStorage.setItem(`ribbon ${mock}`, JSON.stringify(next));
      // Drawn again every few metres, not with every fix.
      if (
        next.by === 'touch' ||
        before?.by !== 'position' ||
        next.off !== before.off ||
        Math.abs(next.along - shown.current) >= 8
      ) {
        shown.current = next.along;
        setTold(next);
      }
    },
    [mock],
  );

  useEffect(() => {
    if (!guide) return;
    let last: Fix | null = null;
    return position.subscribe(() => {
      const { fix } = position.now();
      if (!fix || fix === last) return;
      last = fix;
      const { now } = guideOn(guide, guided.current, fix);
      guided.current = now;
      // A fix that is too old or too rough tells nothing.
      if (position.positionNow())
        tell({ along: now.along, by: 'position', at: fix.at, off: now.state === 'off' });
    });
  }, [guide, position, tell]);

  const hot = useMemo(() => {
    const rates = new Map(
      (places?.places ?? []).flatMap(({ site, hot: is, rate }) => (is ? [[site.key, rate] as const] : [])),
    );
    if (!route || rates.size === 0) return new Map<string, number>();
    return new Map(
      sitesOf(route).flatMap(({ site, from, to }) => {
        const rate = rates.get(site.key);
        if (rate === undefined) return [];
        return items
          .filter((item) => item.what === 'feature' && item.along >= from && item.along <= to)
          .slice(0, 1)
          .map(({ id }) => [id, rate] as const);
      }),
    );
  }, [places, route, items]);

  const step = useCallback(
    (by: 1 | -1) => {
      const { told: before, items: all } = latest.current;
      const now = (before ?? START).along;
      const features = all.filter(({ what }) => what !== 'calm');
      const next =
        by === 1
          ? features.find((item) => item.along > now + 1)
          : features.findLast((item) => item.along < now - 1);
      const to = next?.along ?? (by === 1 ? now : 0);
      // Where a receiver tells a place, it is looked for all round: a touch may have gone too far.
      guided.current = { ...guided.current, along: to, state: 'off', strays: 0 };
      tell({ along: to, by: 'touch', at: new Date().toISOString(), off: false });
    },
    [tell],
  );
  const here = useCallback(() => featureNow(latest.current.items, latest.current.told, Date.now()), []);

  if (!route) return null;
  // Moved by touch, the car stands at the thing last touched; what comes is what lies beyond it.
  const current = itemAt(items, by === 'touch' ? along + 31 : along);
  return { route, items, along, by, off, hot, current, step, here };
}
