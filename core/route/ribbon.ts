import { directionsOf, type Direction } from './directions';
import type { FeatureKindId } from './features';
import { timingOf } from './pace';
import type { Feature, Route } from './route';
import { calmWindows, type CalmWindow } from './sheet';

/** What comes next along a route, as an instructor wants to see it coming. */
export type RibbonItem =
  | {
      readonly what: 'feature';
      readonly id: string;
      readonly along: number;
      readonly feature: Feature;
      /** What stands at the same place, such as the line that rules a turn. */
      readonly also: readonly Feature[];
      readonly direction: Direction | null;
    }
  | { readonly what: 'calm'; readonly id: string; readonly along: number; readonly window: CalmWindow }
  | { readonly what: 'independent'; readonly id: string; readonly along: number; readonly begins: boolean };

/** Things so near to each other are one item, in metres. */
const TOGETHER = 12;
/** A calm stretch is shown from this length, in seconds. */
const CALM_SHOWN = 8;

/** What says nothing to somebody in the passenger seat, or much too often. */
const SILENT: ReadonlySet<FeatureKindId> = new Set(['parallel-park', 'lane-choice', 'hill-down', 'start']);

const TELLING: readonly FeatureKindId[] = [
  'roundabout',
  'mini-roundabout',
  'turn-left',
  'turn-right',
  'straight-on',
  'turn-round',
];

/** Everything of a route in its order, what stands together as one. */
export function ribbonOf(route: Route): readonly RibbonItem[] {
  const timing = timingOf(route);
  const directions = new Map(
    directionsOf(route, { timing }).map((direction) => [direction.feature, direction]),
  );
  const groups: Feature[][] = [];
  for (const feature of route.features) {
    if (SILENT.has(feature.kind)) continue;
    const last = groups.at(-1);
    if (last && feature.along - (last[0]?.along ?? 0) <= TOGETHER) last.push(feature);
    else groups.push([feature]);
  }
  const items: RibbonItem[] = groups.flatMap((group): RibbonItem[] => {
    const feature = group.find(({ kind }) => TELLING.includes(kind)) ?? group[0];
    if (!feature) return [];
    const direction = directions.get(feature.id) ?? null;
    return [
      {
        what: 'feature',
        id: feature.id,
        along: feature.along,
        feature,
        also: group.filter((one) => one !== feature),
        direction,
      },
    ];
  });
  const { independent } = route;
  return [
    ...items,
    ...calmWindows(route)
      .filter(({ seconds }) => seconds >= CALM_SHOWN)
      .map((window): RibbonItem => ({
        what: 'calm',
        id: `calm@${Math.round(window.from)}`,
        along: window.from,
        window,
      })),
    ...(independent
      ? [
          { what: 'independent' as const, id: 'independent begins', along: independent.from, begins: true },
          { what: 'independent' as const, id: 'independent ends', along: independent.to, begins: false },
        ]
      : []),
  ].sort((a, b) => a.along - b.along);
}

/** Metres before the marker at which its signal is announced, for somebody who reads it while moving. */
const SIGNAL_AHEAD = 60;

/** What is due to be signalled for a slip road at a place; null where nothing is. */
export const signalDue = (
  direction: Pick<Direction, 'signal' | 'at'> | null,
  along: number,
): string | null =>
  direction?.signal && along >= direction.signal.from - SIGNAL_AHEAD && along <= direction.at
    ? direction.signal.text
    : null;

/** How far behind a thing still counts as being at it, in metres. */
const STILL_AT = 30;

/** The item that a car is at or comes to next; null after the last. */
export const itemAt = (items: readonly RibbonItem[], along: number): RibbonItem | null =>
  items.find((item) => item.along >= along - STILL_AT) ?? null;

/** The feature that a mark made here belongs to: the one just passed, else the one that comes, if it is near. */
export function featureHere(items: readonly RibbonItem[], along: number): Feature | null {
  const near = items
    .flatMap((item) => (item.what === 'feature' ? [item.feature] : []))
    .map((feature) => ({ feature, off: feature.along - along }))
    .filter(({ off }) => off >= -60 && off <= 150)
    // What lies behind is weighed as nearer: one marks after it happened.
    .sort((a, b) => Math.abs(a.off < 0 ? a.off / 2 : a.off) - Math.abs(b.off < 0 ? b.off / 2 : b.off));
  return near[0]?.feature ?? null;
}
