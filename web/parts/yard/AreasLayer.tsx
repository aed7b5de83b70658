import { useId } from 'react';
import type { Pose, Spot } from '../../../core/yard';
import type { Areas } from '../../data/yard';
import { colour } from '../ui';
import type { Projection } from './projection';

interface Props {
  readonly projection: Projection;
  /** In metres of the vehicle's frame. */
  readonly areas: Areas;
  readonly pose: Pose;
}

/** Ground that the driver can't see (hatched) and that only a mirror shows (dotted), carried along with the vehicle. */
export function AreasLayer({ projection, areas, pose }: Props) {
  const id = useId();
  const [x, y] = projection.at([pose.x, pose.y]);
  const { scale } = projection;
  const path = (rings: readonly (readonly Spot[])[]): string =>
    rings.map((ring) => `M${ring.map(([a, b]) => `${a.toFixed(2)},${b.toFixed(2)}`).join('L')}Z`).join('');
  const shape = { fillRule: 'evenodd', vectorEffect: 'non-scaling-stroke' } as const;
  // Patterns in metres, so that they turn with the vehicle.
  const gap = 7 / scale;
  return (
    <g
      aria-hidden
      transform={`translate(${x} ${y}) rotate(${projection.turn(pose.heading)}) scale(${scale} ${-scale})`}
    >
      <defs>
        <pattern
          id={`${id}h`}
          width={gap}
          height={gap}
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <rect width={gap} height={gap} fill={colour('ink')} opacity={0.1} />
          <rect width={gap / 4} height={gap} fill={colour('ink')} opacity={0.55} />
        </pattern>
        <pattern id={`${id}m`} width={gap} height={gap} patternUnits="userSpaceOnUse">
          <rect width={gap} height={gap} fill={colour('slate')} opacity={0.14} />
          <circle cx={gap / 2} cy={gap / 2} r={gap / 5} fill={colour('slate')} opacity={0.7} />
        </pattern>
      </defs>
      <path d={path(areas.hidden)} fill={`url(#${id}h)`} {...shape} />
      <path d={path(areas.mirrored)} fill={`url(#${id}m)`} {...shape} />
    </g>
  );
}

/** What the hatching and the dots mean. */
export function AreasKey() {
  const swatch = (kind: 'hidden' | 'mirrored') => (
    <svg width={22} height={16} aria-hidden style={{ verticalAlign: 'middle', marginRight: 6 }}>
      <rect
        width={22}
        height={16}
        fill={colour(kind === 'hidden' ? 'ink' : 'slate')}
        opacity={kind === 'hidden' ? 0.1 : 0.14}
      />
      {kind === 'hidden'
        ? [0, 7, 14, 21].map((at) => (
            <line key={at} x1={at - 4} y1={18} x2={at + 6} y2={-2} stroke={colour('ink')} opacity={0.6} />
          ))
        : [4, 11, 18].map((at) => <circle key={at} cx={at} cy={8} r={1.8} fill={colour('slate')} />)}
    </svg>
  );
  return (
    <>
      <span>{swatch('hidden')}not seen</span>
      <span>{swatch('mirrored')}in a mirror only</span>
    </>
  );
}
