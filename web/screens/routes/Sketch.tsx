import { frameAt, type Position } from '../../../core/geo';
import { colour } from '../../parts/ui';

/** The shape of a route, north up. */
export function Sketch({
  positions,
  size = 92,
}: {
  readonly positions: readonly Position[];
  readonly size?: number;
}) {
  const [first] = positions;
  if (!first) return null;
  const { toPoint } = frameAt(first);
  const points = positions.map(toPoint);
  const [xs, ys] = [points.map(({ x }) => x), points.map(({ y }) => y)];
  const [west, north] = [Math.min(...xs), Math.max(...ys)];
  const scale = (size - 10) / Math.max(1, Math.max(...xs) - west, north - Math.min(...ys));
  const at = ({ x, y }: { x: number; y: number }) =>
    `${(5 + (x - west) * scale).toFixed(1)},${(5 + (north - y) * scale).toFixed(1)}`;
  const [start] = points;
  return (
    <svg viewBox={`0 0 ${size} ${size}`} width={size} height={size} aria-hidden style={{ flex: 'none' }}>
      <polyline
        points={points.map(at).join(' ')}
        fill="none"
        stroke={colour('jasper')}
        strokeWidth="2.4"
        strokeLinejoin="round"
      />
      {start ? (
        <circle
          cx={at(start).split(',')[0]}
          cy={at(start).split(',')[1]}
          r="4"
          fill={colour('paper')}
          stroke={colour('ink')}
          strokeWidth="2"
        />
      ) : null}
    </svg>
  );
}
