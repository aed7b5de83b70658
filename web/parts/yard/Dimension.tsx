import { colour } from '../ui';
import type { Projection } from './projection';

interface Props {
  readonly projection: Projection;
  readonly from: readonly [number, number];
  readonly to: readonly [number, number];
  /** A point on the other side of it. */
  readonly inside: readonly [number, number];
  /** What stands before the metres. */
  readonly title?: string;
  /** Pixels from what is measured to its arrow. */
  readonly off?: number;
  /** Drawn so that the eye meets it. */
  readonly strong?: boolean;
}

/** Pixels from what is measured to its arrow, and of an arrow head. */
const OFF = 18;
const HEAD = 5;

/** A length with its arrow and its metres, as on a builder's plan. */
export function Dimension({ projection, from, to, inside, title = '', off = OFF, strong = false }: Props) {
  const metres = Math.hypot(to[0] - from[0], to[1] - from[1]);
  if (metres < 0.05) return null;
  const ink = colour(strong ? 'jasper' : 'soft');
  const [a, b, c] = [projection.at(from), projection.at(to), projection.at(inside)];
  const long = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const [ux, uy] = [(b[0] - a[0]) / long, (b[1] - a[1]) / long];
  // Outwards: away from the other side.
  const side = (c[0] - a[0]) * -uy + (c[1] - a[1]) * ux > 0 ? -1 : 1;
  const [nx, ny] = [-uy * side, ux * side];
  const p = (along: number, out: number, of: readonly [number, number]): string =>
    `${(of[0] + ux * along + nx * out).toFixed(1)} ${(of[1] + uy * along + ny * out).toFixed(1)}`;
  const middle = [(a[0] + b[0]) / 2 + nx * (off + 11), (a[1] + b[1]) / 2 + ny * (off + 11)] as const;
  const turned = (Math.atan2(uy, ux) * 180) / Math.PI;
  const upright = turned >= 89.9 ? turned - 180 : turned < -90.1 ? turned + 180 : turned;
  return (
    <g stroke={ink} strokeWidth={strong ? 1.6 : 0.8} fill="none">
      <path
        d={`M ${p(0, 5, a)} L ${p(0, off + 4, a)} M ${p(0, 5, b)} L ${p(0, off + 4, b)} M ${p(0, off, a)} L ${p(0, off, b)}`}
      />
      <path
        d={`M ${p(HEAD, off - 3, a)} L ${p(0, off, a)} L ${p(HEAD, off + 3, a)} M ${p(-HEAD, off - 3, b)} L ${p(0, off, b)} L ${p(-HEAD, off + 3, b)}`}
      />
      <text
        x={middle[0]}
        y={middle[1]}
        transform={`rotate(${upright} ${middle[0]} ${middle[1]})`}
        fill={ink}
        fontWeight={strong ? 700 : 400}
        stroke="none"
        fontSize={13}
        textAnchor="middle"
        dominantBaseline="middle"
      >
        {title === '' ? '' : `${title} `}
        {(metres + 1e-9).toFixed(2)} m
      </text>
    </g>
  );
}
