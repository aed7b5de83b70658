import type { ReactNode } from 'react';
import type { FeatureKindId } from '../../../core/route';
import { colour } from '../ui';

/** Strokes of one kind in a box of 24 by 24; arrows go up, the way one drives. */
const strokes: Readonly<Record<FeatureKindId, ReactNode>> = {
  start: <path d="M7 19V5l10 4-10 4" />,
  end: <path d="M7 19V5h10v8H7" />,
  'turn-left': <path d="M16 19v-7a3 3 0 0 0-3-3H6m4-4L6 9l4 4" />,
  'turn-right': <path d="M8 19v-7a3 3 0 0 1 3-3h7m-4-4 4 4-4 4" />,
  'straight-on': <path d="M12 19V5m-4 4 4-4 4 4" />,
  'turn-round': <path d="M8 19V9a4 4 0 0 1 8 0v7m-3-3 3 3 3-3" />,
  'stop-junction': <path d="M5 9h14M9 19v-6h6v6" />,
  'give-way': <path d="M5 7h3m3 0h2m3 0h3M12 19l-4-7h8Z" />,
  'open-junction': <path d="M4 8h16M12 19V8" />,
  'closed-junction': <path d="M4 8h5m6 0h5M9 8v11m6-11v11" />,
  crossroads: <path d="M12 4v16M4 12h16" />,
  'traffic-lights': (
    <>
      <rect x="8.5" y="4" width="7" height="16" rx="2" />
      <path d="M12 8h.01M12 12h.01M12 16h.01" />
    </>
  ),
  roundabout: (
    <>
      <circle cx="12" cy="11" r="5" />
      <path d="M12 20v-4" />
    </>
  ),
  'mini-roundabout': (
    <>
      <circle cx="12" cy="12" r="2.6" />
      <path d="M12 20v-5M4 12h5m6 0h5" />
    </>
  ),
  'dual-join': <path d="M8 4v16m8-16v16M3 18l5-5" />,
  'dual-leave': <path d="M8 4v16m8-16v16M8 11 3 6" />,
  'lane-choice': <path d="M7 19V6m5 13v-2m0-4v-2m0-4V6m5 13V6" />,
  'zebra-crossing': <path d="M5 8h14M5 12h14M5 16h14" />,
  'signal-crossing': <path d="M5 9h14M5 15h14M12 9v6" />,
  'informal-crossing': <path d="M5 9h3m3 0h2m3 0h3M5 15h3m3 0h2m3 0h3" />,
  'raised-crossing': <path d="M4 16h3l2-6h6l2 6h3" />,
  'school-zone': <path d="M5 10 12 6l7 4-7 4Zm3 2v5c2 2 6 2 8 0v-5" />,
  'speed-change': (
    <>
      <circle cx="12" cy="12" r="7" />
      <path d="m12 12 3-4" />
    </>
  ),
  'meeting-place': <path d="M6 20V4m12 16V4M9 12h6m-3-2v4" />,
  'parked-row': <path d="M6 20V4m4 1h4v4h-4Zm0 6h4v4h-4Zm0 6h4" />,
  bend: <path d="M8 20c0-7 8-5 8-14m-3 3 3-3 3 3" />,
  'hill-up': <path d="M4 18 18 8m-5-1h5v5" />,
  'hill-down': <path d="m4 7 14 10m-5 1h5v-5" />,
  'hill-start': <path d="M4 19 20 9M9 11V5h3a2 2 0 0 1 0 4H9" />,
  'pull-up': <path d="M5 20V4M10 18V6h4a3 3 0 0 1 0 6h-4" />,
  'emergency-stop': <path d="M12 5v8m0 4h.01M6 20h12" />,
  'bay-park': <path d="M6 5v14h12V5M10 16V9h2.5a2 2 0 0 1 0 4H10" />,
  'parallel-park': <path d="M5 4v16M9 5h6v4H9Zm0 10h6v4H9Z" />,
  pothole: <path d="M4 12h4c1 5 7 5 8 0h4" />,
  'level-crossing': <path d="m6 6 12 12M18 6 6 18" />,
  'bus-lane': <path d="M7 5h10v12H7Zm0 6h10M9 17v2m6-2v2" />,
  'one-way': <path d="M4 9h16v6H4Zm11 1 3 2-3 2" />,
  'hidden-sign': <path d="M12 20v-7M7 5h10v8H7Zm-3 9 4-4" />,
  note: <path d="M6 5h12v10l-4 4H6Zm3 5h6m-6 4h3" />,
};

interface Props {
  readonly kind: FeatureKindId;
  readonly size?: number;
  readonly tone?: 'slate' | 'jasper' | 'ochre' | 'ink' | 'moss';
  /** Filled: it stands out on a map. */
  readonly filled?: boolean;
}

/** One kind of thing along a road; the same on map, ribbon, list and print. */
export function FeatureGlyph({ kind, size = 26, tone = 'slate', filled = false }: Props) {
  const ink = filled ? colour('paper') : colour(tone);
  return (
    <svg
      viewBox="0 0 24 24"
      width={size}
      height={size}
      aria-hidden
      style={{ flex: 'none', display: 'block' }}
    >
      <circle
        cx="12"
        cy="12"
        r="11"
        fill={filled ? colour(tone) : colour('paper')}
        stroke={colour(tone)}
        strokeWidth="1.4"
      />
      <g
        transform="translate(12 12) scale(0.72) translate(-12 -12)"
        fill="none"
        stroke={ink}
        strokeWidth="2.4"
        strokeLinecap="round"
        strokeLinejoin="round"
      >
        {strokes[kind]}
      </g>
    </svg>
  );
}
