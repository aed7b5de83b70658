import { memo } from 'react';
import type { Sweep } from '../../../core/yard';
import { colour } from '../ui';
import { pointsText, type Projection } from './projection';

interface Props {
  readonly projection: Projection;
  readonly sweep: Sweep;
  readonly area: boolean;
  readonly tracks: boolean;
  /** What was planned, beside what was driven. */
  readonly faint?: boolean;
}

/** What a vehicle sweeps over, as one wash, and the tracks of its tyres; not drawn again when something moves on it. */
export const SweepLayer = memo(function SweepLayer({
  projection,
  sweep,
  area,
  tracks,
  faint = false,
}: Props) {
  return (
    <g aria-hidden opacity={faint ? 0.45 : 1}>
      {area ? (
        <g opacity={0.16}>
          {sweep.outlines.map((outline, n) => (
            <polygon
              key={n}
              points={pointsText(projection, outline)}
              fill={colour('slate')}
              stroke={colour('slate')}
            />
          ))}
        </g>
      ) : null}
      {tracks
        ? sweep.tracks.map(({ id, line }) => (
            <polyline
              key={id}
              points={pointsText(projection, line)}
              fill="none"
              stroke={colour(id.startsWith('front') ? 'jasper' : id.startsWith('rear') ? 'slate' : 'moss')}
              strokeWidth={1.2}
              strokeDasharray={id.startsWith('front') ? undefined : '5 3'}
            />
          ))
        : null}
    </g>
  );
});
